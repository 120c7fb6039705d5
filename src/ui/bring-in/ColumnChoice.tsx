"use client";
import { Form } from "react-bootstrap";
import { COLUMN_ROLES, type ColumnMeaning, type ColumnRole, GUARDIAN_ROLES } from "@/core/tables/columnMeaning";
import type { PieceChoice, TableChoices } from "@/core/tables/tableChoices";
import { useVine } from "@/ui/shared/VineContext";
import type { ColumnView, TableView } from "@/workers/bringIn/tableView";

interface ColumnChoiceProps {
  readonly column: ColumnView;
  readonly table: TableView;
  readonly onChange: (part: TableChoices) => void;
}

/** What one column holds, and where its scores or averages go. */
export function ColumnChoice({ column: view, table, onChange }: ColumnChoiceProps) {
  const { column, title, meaning } = view;
  const name = title || `Column ${column + 1}`;
  const meanings = Object.fromEntries(table.columns.map((one) => [String(one.column), one.meaning]));
  const setMeaning = (next: ColumnMeaning) => onChange({ meanings: { ...meanings, [String(column)]: next } });
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
          {COLUMN_ROLES.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </Form.Select>
      </div>
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
      {view.piece && <PieceChoiceForm view={view} piece={view.piece} table={table} onChange={onChange} />}
      {view.clashes && (
        <p className="small text-danger">Another column goes to the same piece of work, so this one is not used.</p>
      )}
    </li>
  );
}

const NEW_PIECE = "new piece";

function PieceChoiceForm({
  view,
  piece,
  table,
  onChange,
}: {
  view: ColumnView;
  piece: NonNullable<ColumnView["piece"]>;
  table: TableView;
  onChange: (part: TableChoices) => void;
}) {
  const { world } = useVine();
  const known = [...world.assignments.values()].filter(({ classId }) => classId === table.classId);
  const categories = world.classes.get(table.classId ?? "")?.categories ?? [];
  const choose = (part: PieceChoice) =>
    onChange({
      pieces: {
        [String(view.column)]: {
          title: piece.title,
          ...(piece.category && { category: piece.category }),
          ...(piece.pointsPossible !== undefined && { pointsPossible: piece.pointsPossible }),
          ...(piece.dueDate && { dueDate: piece.dueDate }),
          ...part,
        },
      },
    });
  return (
    <div className="d-flex flex-wrap gap-2 mt-1">
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={`Piece of work of ${view.title}`}
        value={piece.goesTo || NEW_PIECE}
        onChange={(event) =>
          choose({ assignmentId: event.target.value === NEW_PIECE ? undefined : event.target.value })
        }
      >
        <option value={NEW_PIECE}>New piece of work</option>
        {known.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </Form.Select>
      {piece.isNew && (
        <>
          <Form.Control
            size="sm"
            className="w-auto"
            aria-label={`Title of ${view.title}`}
            defaultValue={piece.title}
            onBlur={(event) => event.target.value !== piece.title && choose({ title: event.target.value })}
          />
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label={`Category of ${view.title}`}
            value={piece.category}
            onChange={(event) => choose({ category: event.target.value })}
          >
            <option value="">
              {piece.guessed.includes("category") ? "the first category (a guess)" : "by its title"}
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
            defaultValue={piece.pointsPossible}
            onBlur={(event) => {
              const pointsPossible = Math.max(0, Number(event.target.value));
              if (pointsPossible !== piece.pointsPossible) choose({ pointsPossible });
            }}
          />
          <span className="quiet small align-self-center">
            points{piece.guessed.includes("points possible") && " (a guess)"}, due
          </span>
          <Form.Control
            size="sm"
            type="date"
            className="w-auto"
            aria-label={`Due date of ${view.title}`}
            value={piece.dueDate ?? ""}
            onChange={(event) => choose({ dueDate: event.target.value || undefined })}
          />
        </>
      )}
    </div>
  );
}
