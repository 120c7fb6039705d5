"use client";
import { Form } from "react-bootstrap";
import type { Assignment } from "@/core/model/assignment";
import { COLUMN_ROLES, type ColumnRole } from "@/core/tables/columnRoles";
import type { RawTable } from "@/core/tables/rawTable";
import { guessTargets, type ScoreImport, type ScoreImportChoices, type ScoreTarget } from "@/core/tables/scoreImport";
import { useVine } from "@/ui/shared/VineContext";

interface ColumnsSheetProps {
  readonly table: RawTable;
  readonly plan: ScoreImport;
  readonly choices: ScoreImportChoices;
  readonly onChange: (part: Partial<ScoreImportChoices>) => void;
}

/** What each column was read as, and where its scores go. */
export function ColumnsSheet({ table, plan, choices, onChange }: ColumnsSheetProps) {
  const { world } = useVine();
  const headers = table.rows[choices.headerRow] ?? [];
  const categoryId = world.classes.get(choices.classId)?.categories[0]?.id ?? "";
  const options = { ...choices, categoryId, newId: () => crypto.randomUUID() };
  const setRole = (column: number, role: ColumnRole) => {
    const roles = choices.roles.map((known, place) => (place === column ? role : known));
    const targets = { ...guessTargets(headers, roles, options, world), ...choices.targets };
    onChange({ roles, targets });
  };
  return (
    <section className="sheet" aria-labelledby="columns">
      <h2 id="columns">How the columns were read</h2>
      <ul className="lines">
        {choices.roles.map((role, column) => {
          const target = choices.targets[String(column)];
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
            <li key={column} className="d-block">
              <div className="d-flex gap-2 align-items-center">
                <strong className="line-main text-truncate">{headers[column] || `Column ${column + 1}`}</strong>
                <Form.Select
                  size="sm"
                  className="w-auto"
                  aria-label={`Column ${headers[column] || column + 1} holds`}
                  value={role}
                  onChange={(event) => setRole(column, event.target.value as ColumnRole)}
                >
                  {COLUMN_ROLES.map((choice) => (
                    <option key={choice}>{choice}</option>
                  ))}
                </Form.Select>
              </div>
              {role === "scores" && target && (
                <TargetChoice
                  target={target}
                  choices={choices}
                  onChange={(next) => onChange({ targets: { ...choices.targets, [String(column)]: next } })}
                />
              )}
              {plan.clashing.includes(column) && (
                <p className="small text-danger">
                  Another column goes to the same piece of work. Choose another one for this.
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const NEW_PIECE = "new piece";

function TargetChoice({
  target,
  choices,
  onChange,
}: {
  target: ScoreTarget;
  choices: ScoreImportChoices;
  onChange: (next: ScoreTarget) => void;
}) {
  const { world } = useVine();
  const inTerm = [...world.assignments.values()].filter(
    ({ classId, termId }) => classId === choices.classId && termId === choices.termId,
  );
  const categories = world.classes.get(choices.classId)?.categories ?? [];
  const renew = (part: Partial<Assignment>) => {
    if (target.kind === "new") onChange({ kind: "new", assignment: { ...target.assignment, ...part } });
  };
  return (
    <div className="d-flex flex-wrap gap-2 mt-1">
      <Form.Select
        size="sm"
        aria-label="Piece of work"
        value={target.kind === "existing" ? target.assignmentId : NEW_PIECE}
        onChange={(event) => {
          const id = event.target.value;
          if (id !== NEW_PIECE) onChange({ kind: "existing", assignmentId: id });
          else {
            const assignment = {
              id: crypto.randomUUID(),
              title: "New piece of work",
              categoryId: categories[0]?.id ?? "",
              pointsPossible: 100,
            };
            onChange({ kind: "new", assignment });
          }
        }}
      >
        <option value={NEW_PIECE}>New piece of work</option>
        {inTerm.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </Form.Select>
      {target.kind === "new" && (
        <>
          <Form.Control
            size="sm"
            aria-label="Title"
            value={target.assignment.title}
            onChange={(event) => renew({ title: event.target.value || "New piece of work" })}
          />
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label="Category"
            value={target.assignment.categoryId}
            onChange={(event) => renew({ categoryId: event.target.value })}
          >
            {categories.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Form.Select>
          <span className="quiet small align-self-center">of</span>
          <Form.Control
            size="sm"
            type="number"
            min={0}
            step="any"
            style={{ width: "6rem" }}
            aria-label="Points possible"
            value={target.assignment.pointsPossible}
            onChange={(event) => renew({ pointsPossible: Math.max(0, Number(event.target.value)) })}
          />
          <span className="quiet small align-self-center">points, due</span>
          <Form.Control
            size="sm"
            type="date"
            className="w-auto"
            aria-label="Due date"
            value={target.assignment.dueDate ?? ""}
            onChange={(event) => renew({ dueDate: event.target.value || undefined })}
          />
        </>
      )}
    </div>
  );
}
