"use client";
import { classLabel } from "@/core/model/schoolClass";
import { periodName } from "@/core/model/term";
import type { TableChoices } from "@/core/tables/tableChoices";
import { isAboutScores, KIND_WORDS } from "@/core/tables/tableKind";
import { counted } from "@/core/words";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useVine } from "@/ui/shared/VineContext";
import type { TableView } from "@/workers/bringIn/tableView";
import { ReadingChoices, readingWords } from "./ReadingChoices";

interface TableCardsProps {
  readonly tables: readonly TableView[];
  readonly openId: string | undefined;
  readonly onOpen: (tableId: string) => void;
  readonly onRemove: (tableId: string) => void;
  readonly onChange: (table: TableView, part: TableChoices) => void;
}

/** One card for each table: what it was read as, and how its rows found their students. */
export function TableCards({ tables, openId, onOpen, onRemove, onChange }: TableCardsProps) {
  const needsLook = ({ asks, rowCount, joined, hasOpenColumns, isHeld }: TableView) =>
    asks.length > 0 || joined < rowCount || hasOpenColumns || isHeld;
  const inOrder = [...tables].sort((a, b) => Number(needsLook(b)) - Number(needsLook(a)));
  return (
    <section aria-labelledby="tables">
      <h2 id="tables" className="mb-2">
        How they were read
      </h2>
      <ul className="list-unstyled d-grid gap-2 mb-0">
        {inOrder.map((table) => (
          <li key={table.id} className={`table-card ${table.id === openId ? "is-open" : ""}`}>
            <div className="d-flex gap-2 align-items-baseline">
              <button
                type="button"
                className="btn btn-link text-start fw-bold flex-grow-1 text-truncate"
                aria-pressed={table.id === openId}
                onClick={() => onOpen(table.id)}
                title={table.name}
              >
                {table.name}
              </button>
              <button
                type="button"
                className="btn btn-link quiet small flex-shrink-0"
                onClick={() => onRemove(table.id)}
              >
                Leave out<span className="visually-hidden"> {table.name}</span>
              </button>
            </div>
            <CardWords table={table} />
            {table.id !== openId && <AsRead table={table} onChange={(part) => onChange(table, part)} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

const ROWS_ON_CARD = 3;
const COLUMNS_ON_CARD = 4;

/** How the file was read, with its first rows, to be looked at and changed without opening the table. */
function AsRead({ table, onChange }: { table: TableView; onChange: (part: TableChoices) => void }) {
  const words = readingWords(table);
  if (!words) return null;
  const columns = table.columns.slice(0, COLUMNS_ON_CARD);
  return (
    <details className="small mt-1">
      <summary className="quiet">{words}</summary>
      <div className="overflow-auto my-2">
        <table className="table table-sm small mb-0" data-private>
          <thead>
            <tr>
              {columns.map(({ column, title }) => (
                <th key={column} scope="col">
                  {title || `Column ${column + 1}`}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.firstRows.slice(0, ROWS_ON_CARD).map(({ row, cells }) => (
              <tr key={row}>
                {columns.map(({ column }) => (
                  <td key={column}>{cells[column]}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="d-flex flex-wrap gap-2 align-items-end">
        <ReadingChoices table={table} onChange={onChange} place={`card-${table.id}`} />
      </div>
    </details>
  );
}

const NOTICES_SHOWN = 3;

function CardWords({ table }: { table: TableView }) {
  const { world } = useVine();
  const schoolClass = table.classId === undefined ? undefined : world.classes.get(table.classId);
  const period = periodName(table.period, [...world.terms.values()]) ?? "";
  const where = isAboutScores(table.kind)
    ? [
        schoolClass
          ? classLabel(schoolClass)
          : table.byColumn
            ? "the class that each row names"
            : table.byStudent
              ? "the class of each student"
              : "",
        table.kind === "score list" ? "" : period,
      ]
    : [];
  const open = table.rowCount - table.joined;
  return (
    <div className="small">
      <div>{[table.part || KIND_WORDS[table.kind], ...where].filter(Boolean).join("; ")}</div>
      {table.rowCount > 0 && (
        <div className="quiet">
          {table.joined === table.rowCount
            ? `All ${counted(table.rowCount, "row")} joined`
            : `${counted(table.joined, "of", "of")} ${counted(table.rowCount, "row")} joined`}
          {table.leftOut.length > 0 && `, ${counted(table.leftOut.length, "row")} left out`}
          {table.absent.length > 0 && `, ${counted(table.absent.length + table.absentMore, "student")} not in it`}
        </div>
      )}
      <div className="d-flex flex-wrap gap-1 mt-1">
        {table.knownSince !== undefined && (
          <span className="tag is-well">read as on {formatMoment(table.knownSince)}</span>
        )}
        {open > 0 && <span className="tag is-look">{counted(open, "row")} not used yet</span>}
        {(table.asks.length > 0 || table.hasOpenColumns) && <span className="tag is-look">needs a word</span>}
      </div>
      {table.notices.length > 0 && (
        <ul className="list-unstyled quiet mb-0 mt-1" data-private>
          {table.notices.slice(0, NOTICES_SHOWN).map((words) => (
            <li key={words}>{words}</li>
          ))}
          {table.notices.length > NOTICES_SHOWN && (
            <li>{counted(table.notices.length - NOTICES_SHOWN, "more notice")} inside.</li>
          )}
        </ul>
      )}
    </div>
  );
}
