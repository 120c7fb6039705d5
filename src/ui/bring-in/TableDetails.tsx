"use client";
import { Button, Form } from "react-bootstrap";
import { ADD, NOBODY, type TableChoices } from "@/core/tables/tableChoices";
import { isAboutScores, KIND_WORDS, TABLE_KINDS, type TableKind } from "@/core/tables/tableKind";
import { counted } from "@/core/words";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { TermOptions } from "@/ui/shared/TermOptions";
import type { TableView } from "@/workers/bringIn/tableView";
import { ColumnChoice } from "./ColumnChoice";
import { ReadingChoices } from "./ReadingChoices";

interface TableDetailsProps {
  readonly table: TableView;
  readonly onChange: (part: TableChoices) => void;
  readonly onAnswer: (key: string, answer: string) => void;
  readonly onBack: () => void;
}

/** One table as it was understood; every guess can be changed in place. */
export function TableDetails({ table, onChange, onAnswer, onBack }: TableDetailsProps) {
  return (
    <>
      <section className="sheet" aria-labelledby="table-name">
        <div className="d-flex gap-2 align-items-baseline mb-2">
          <h2 id="table-name" className="flex-grow-1 text-truncate">
            {table.name}
          </h2>
          <Button size="sm" variant="outline-primary" className="text-nowrap flex-shrink-0" onClick={onBack}>
            Back to what will change
          </Button>
        </div>
        <TableChoicesForm table={table} onChange={onChange} />
        {table.notices.map((words) => (
          <p key={words} className="finding mt-2 mb-0" data-private>
            {words}
          </p>
        ))}
      </section>
      <FirstRows table={table} />
      {table.kind !== "not used" && !table.part && (
        <section className="sheet" aria-labelledby="columns">
          <h2 id="columns">What each column is</h2>
          <ul className="lines">
            {table.columns.map((column) => (
              <ColumnChoice key={column.column} column={column} table={table} onChange={onChange} />
            ))}
          </ul>
        </section>
      )}
      <OtherRows table={table} onChange={onChange} onAnswer={onAnswer} />
    </>
  );
}

function TableChoicesForm({ table, onChange }: Pick<TableDetailsProps, "table" | "onChange">) {
  const { kind, dates } = table;
  return (
    <div className="d-flex flex-wrap gap-3 align-items-end">
      <Form.Group controlId="table-kind">
        <Form.Label className="small mb-1">It holds</Form.Label>
        <Form.Select
          size="sm"
          value={kind}
          disabled={table.part !== ""}
          onChange={(event) => onChange({ kind: event.target.value as TableKind })}
        >
          {TABLE_KINDS.map((choice) => (
            <option key={choice} value={choice}>
              {KIND_WORDS[choice]}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {(isAboutScores(kind) || (kind === "roster" && !table.byColumn)) && (
        <Form.Group controlId="table-class">
          <Form.Label className="small mb-1">Class</Form.Label>
          <Form.Select
            size="sm"
            value={table.classId ?? ""}
            onChange={(event) => onChange({ classId: event.target.value || undefined })}
          >
            <option value="" disabled={!table.byColumn}>
              {table.byColumn ? "As each row says" : table.byStudent ? "The class of each student" : "Choose …"}
            </option>
            <ClassOptions />
          </Form.Select>
        </Form.Group>
      )}
      {(kind === "scores" || kind === "averages" || kind === "score list") && (
        <Form.Group controlId="table-term">
          <Form.Label className="small mb-1">Term</Form.Label>
          <Form.Select size="sm" value={table.period} onChange={(event) => onChange({ period: event.target.value })}>
            <TermOptions />
          </Form.Select>
        </Form.Group>
      )}
      {(kind === "scores" || kind === "score list") && (
        <Form.Group controlId="table-blanks">
          <Form.Label className="small mb-1">Empty cells</Form.Label>
          <Form.Select
            size="sm"
            value={table.blanks}
            onChange={(event) => onChange({ blanks: event.target.value as "leave" | "clear" })}
          >
            <option value="leave">leave the score as it is</option>
            <option value="clear">clear the score</option>
          </Form.Select>
        </Form.Group>
      )}
      {dates.ambiguous && !dates.decisive && (
        <Form.Group controlId="table-dates">
          <Form.Label className="small mb-1">In {dates.ambiguous}</Form.Label>
          <Form.Select
            size="sm"
            value=""
            onChange={(event) => onChange({ dateOrder: event.target.value as "day first" | "month first" })}
          >
            <option value="" disabled>
              Choose …
            </option>
            <option value="day first">the day comes first</option>
            <option value="month first">the month comes first</option>
          </Form.Select>
        </Form.Group>
      )}
      <ReadingChoices table={table} onChange={onChange} />
      {table.newClass !== undefined && (
        <Form.Group controlId="table-new-class">
          <Form.Label className="small mb-1">New students go to a class called</Form.Label>
          <Form.Control
            size="sm"
            defaultValue={table.newClass}
            onBlur={(event) => {
              const called = event.target.value.trim();
              if (called && called !== table.newClass) onChange({ newClass: called });
            }}
          />
        </Form.Group>
      )}
      {table.hasHidden && (
        <Button size="sm" variant="outline-primary" onClick={() => onChange({ hidden: "taken" })}>
          Take what is hidden as well
        </Button>
      )}
    </div>
  );
}

function FirstRows({ table }: { table: TableView }) {
  return (
    <section className="sheet overflow-auto" aria-labelledby="first-rows">
      <h2 id="first-rows">The first rows</h2>
      <table className="table table-sm small mb-0">
        <thead>
          <tr>
            <th scope="col">Read as</th>
            {table.columns.map(({ column, title }) => (
              <th key={column} scope="col">
                {title || `Column ${column + 1}`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.firstRows.map(({ row, cells, who }) => (
            <tr key={row} data-private>
              <td>{who || <span className="quiet">nobody yet</span>}</td>
              {table.columns.map(({ column }) => (
                <td key={column}>{cells[column]}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Rows that are no students, rows of people whom nobody knows, and students without a row. */
function OtherRows({ table, onChange, onAnswer }: Omit<TableDetailsProps, "onBack">) {
  const { leftOut, unknown, unknownMore, absent, absentMore } = table;
  if (leftOut.length + unknown.length + absent.length === 0) return null;
  return (
    <section className="sheet" aria-labelledby="other-rows">
      <h2 id="other-rows">Rows and students that did not find each other</h2>
      <ul className="lines">
        {leftOut.map(({ row, number, cause, text }) => (
          <li key={row}>
            <div className="line-main">
              Row {number}: <span data-private>{text}</span>
              <div className="quiet small">Left out: {cause}</div>
            </div>
            <Button size="sm" variant="link" onClick={() => onChange({ rows: { [String(row)]: "taken" } })}>
              It is a student<span className="visually-hidden">, row {number}</span>
            </Button>
          </li>
        ))}
        {unknown.map(({ key, name, answer }) => (
          <li key={key}>
            <div className="line-main">
              <strong data-private>{name}</strong>
              <div className="quiet small">Nobody here has this number or name; the row is not used.</div>
            </div>
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label={`Who is ${name}`}
              value={answer ?? NOBODY}
              onChange={(event) => onAnswer(key, event.target.value)}
            >
              <option value={NOBODY}>Do not use this row</option>
              <option value={ADD}>Add as a new student</option>
            </Form.Select>
          </li>
        ))}
        {unknownMore > 0 && <li>and {counted(unknownMore, "more row")}</li>}
        {absent.length > 0 && (
          <li>
            <div className="line-main">
              Not in the table, left as they are:{" "}
              <span data-private>
                {absent.join(", ")}
                {absentMore > 0 && ` and ${absentMore} more`}
              </span>
            </div>
          </li>
        )}
      </ul>
    </section>
  );
}
