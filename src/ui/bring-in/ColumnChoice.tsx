"use client";
import { Form } from "react-bootstrap";
import { ownTypeSchema } from "@/core/model/extraColumn";
import { COLUMN_ROLES, type ColumnMeaning, type ColumnRole, GUARDIAN_ROLES } from "@/core/tables/columnMeaning";
import type { AssignmentChoice, TableChoices } from "@/core/tables/tableChoices";
import { useVine } from "@/ui/shared/VineContext";
import type { ColumnView, TableView } from "@/workers/bringIn/tableView";
import { roleWords } from "./meaningWords";

interface ColumnChoiceProps {
  readonly column: ColumnView;
  readonly table: TableView;
  readonly onChange: (part: TableChoices) => void;
}

/** What one column holds, and where its scores or averages go. */
export function ColumnChoice({ column: view, table, onChange }: ColumnChoiceProps) {
  const { column, title, meaning } = view;
  const name = title || `Column ${column + 1}`;
  const setMeaning = (next: ColumnMeaning) => onChange({ meanings: { [String(column)]: next } });
  const setRole = (role: ColumnRole) =>
    setMeaning({
      role,
      ...(GUARDIAN_ROLES.includes(role) && { guardian: meaning.guardian ?? 1 }),
      ...(role === "category average" && { category: meaning.category ?? title }),
    });
  return (
    <li className="d-block">
      <div className="d-flex gap-2 align-items-center">
        <strong className="line-main text-truncate">{name}</strong>
        {meaning.guardian !== undefined && (
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label={`Which guardian ${name} is about`}
            value={meaning.guardian}
            onChange={(event) => setMeaning({ ...meaning, guardian: Number(event.target.value) })}
          >
            {[1, 2, 3, 4].map((place) => (
              <option key={place} value={place}>
                guardian {place}
              </option>
            ))}
          </Form.Select>
        )}
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label={`${name} holds`}
          value={meaning.role}
          onChange={(event) => setRole(event.target.value as ColumnRole)}
        >
          {COLUMN_ROLES.filter((role) => role !== "undecided" || meaning.role === "undecided").map((role) => (
            <option key={role} value={role}>
              {roleWords(role)}
            </option>
          ))}
        </Form.Select>
      </div>
      {view.because && <div className="quiet small">Read so because {view.because}.</div>}
      {meaning.role === "own column" && (
        <div className="d-flex gap-2 mt-1">
          <Form.Control
            size="sm"
            className="w-auto"
            aria-label={`Name of the extra column ${name}`}
            defaultValue={meaning.name ?? title}
            onBlur={(event) => {
              const called = event.target.value.trim();
              if (called && called !== (meaning.name ?? title)) setMeaning({ ...meaning, name: called });
            }}
          />
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label={`What the values of ${name} are`}
            value={meaning.type ?? ""}
            onChange={(event) => setMeaning({ ...meaning, type: ownTypeSchema.safeParse(event.target.value).data })}
          >
            <option value="">as its cells are</option>
            {ownTypeSchema.options.map((type) => (
              <option key={type} value={type}>
                {type}
              </option>
            ))}
          </Form.Select>
        </div>
      )}
      {view.percents && (
        <Form.Select
          size="sm"
          className="w-auto mt-1"
          aria-label={`How ${name} is read`}
          value={view.percents}
          onChange={(event) =>
            onChange({ percents: { [String(column)]: event.target.value as "percents" | "fractions" } })
          }
        >
          <option value="percents">percents: 86 means 86 %</option>
          <option value="fractions">fractions: 0.86 means 86 %</option>
        </Form.Select>
      )}
      {view.assignment && (
        <AssignmentChoiceForm view={view} assignment={view.assignment} table={table} onChange={onChange} />
      )}
      {view.clashes && (
        <p className="small text-danger">
          Several columns or assignments share this title, so this one is not used. Choose its assignment.
        </p>
      )}
    </li>
  );
}

const NEW_ASSIGNMENT = "new assignment";

function AssignmentChoiceForm({
  view,
  assignment,
  table,
  onChange,
}: {
  view: ColumnView;
  assignment: NonNullable<ColumnView["assignment"]>;
  table: TableView;
  onChange: (part: TableChoices) => void;
}) {
  const { world } = useVine();
  const known = [...world.assignments.values()].filter(({ classId }) => classId === table.classId);
  const categories = world.classes.get(table.classId ?? "")?.categories ?? [];
  const choose = (part: AssignmentChoice) =>
    onChange({
      assignments: {
        [String(view.column)]: {
          title: assignment.title,
          ...(assignment.category && { category: assignment.category }),
          ...(assignment.pointsPossible !== undefined && { pointsPossible: assignment.pointsPossible }),
          ...(assignment.dueDate && { dueDate: assignment.dueDate }),
          ...part,
        },
      },
    });
  return (
    <div className="d-flex flex-wrap gap-2 mt-1">
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={`Assignment of ${view.title}`}
        value={assignment.goesTo || NEW_ASSIGNMENT}
        onChange={(event) =>
          choose({ assignmentId: event.target.value === NEW_ASSIGNMENT ? undefined : event.target.value })
        }
      >
        <option value={NEW_ASSIGNMENT}>New assignment</option>
        {known.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </Form.Select>
      {assignment.isNew && (
        <>
          <Form.Control
            size="sm"
            className="w-auto"
            aria-label={`Title of ${view.title}`}
            defaultValue={assignment.title}
            onBlur={(event) => event.target.value !== assignment.title && choose({ title: event.target.value })}
          />
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label={`Category of ${view.title}`}
            value={assignment.category}
            onChange={(event) => choose({ category: event.target.value })}
          >
            <option value="">
              {assignment.guessed.includes("category") ? "the first category (a guess)" : "by its title"}
            </option>
            {categories.map(({ id, name }) => (
              <option key={id} value={name}>
                {name}
              </option>
            ))}
          </Form.Select>
          <Form.Control
            size="sm"
            type="number"
            min={0}
            step="any"
            style={{ width: "5.5rem" }}
            aria-label={`Points possible of ${view.title}`}
            defaultValue={assignment.pointsPossible}
            onBlur={(event) => {
              const pointsPossible = Math.max(0, Number(event.target.value));
              if (pointsPossible !== assignment.pointsPossible) choose({ pointsPossible });
            }}
          />
          <span className="quiet small align-self-center">
            points{assignment.guessed.includes("points possible") && " (a guess)"}, due
          </span>
          <Form.Control
            size="sm"
            type="date"
            className="w-auto"
            aria-label={`Due date of ${view.title}`}
            value={assignment.dueDate ?? ""}
            onChange={(event) => choose({ dueDate: event.target.value || undefined })}
          />
        </>
      )}
    </div>
  );
}
