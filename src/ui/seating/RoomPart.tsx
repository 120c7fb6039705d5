"use client";
import { Form } from "react-bootstrap";
import { MOST_COLUMNS, MOST_ROWS, type SeatingPlan } from "@/core/model/seatingPlan";
import { resized } from "@/core/seating/moveSeat";

const DOORS = ["front left", "front right", "back left", "back right"] as const;
const MOST_GROUP = 9;

interface RoomPartProps {
  readonly plan: SeatingPlan;
  readonly onChange: (next: SeatingPlan, words: string) => void;
}

/** The measures of the room, its door, and how each desk stands. */
export function RoomPart({ plan, onChange }: RoomPartProps) {
  const measure = (label: string, value: number, most: number, set: (value: number) => SeatingPlan) => (
    <Form.Group controlId={`room-${label}`}>
      <Form.Label className="small mb-1">{label}</Form.Label>
      <Form.Control
        size="sm"
        type="number"
        min={1}
        max={most}
        value={value}
        onChange={(event) => {
          const next = Math.min(most, Math.max(1, Math.round(Number(event.target.value))));
          onChange(set(next), "The room of a plan was changed.");
        }}
      />
    </Form.Group>
  );
  const sorted = [...plan.desks].sort((a, b) => a.row - b.row || a.column - b.column);
  return (
    <section className="sheet d-grid gap-2" aria-labelledby="room-part">
      <h2 id="room-part">The room</h2>
      <Form.Group controlId="plan-name-now">
        <Form.Label className="small mb-1">Name of the plan</Form.Label>
        <Form.Control
          size="sm"
          maxLength={100}
          value={plan.name}
          onChange={(event) =>
            event.target.value && onChange({ ...plan, name: event.target.value }, "A plan was named otherwise.")
          }
        />
      </Form.Group>
      <div className="two-fields">
        {measure("Rows", plan.rows, MOST_ROWS, (rows) => resized(plan, rows, plan.columns))}
        {measure("Places in a row", plan.columns, MOST_COLUMNS, (columns) => resized(plan, plan.rows, columns))}
      </div>
      <Form.Group controlId="room-door">
        <Form.Label className="small mb-1">The door, as students look to the front</Form.Label>
        <Form.Select
          size="sm"
          value={plan.door}
          onChange={(event) =>
            onChange({ ...plan, door: DOORS.find((one) => one === event.target.value) ?? plan.door }, "The door moved.")
          }
        >
          {DOORS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Form.Select>
      </Form.Group>
      <details>
        <summary className="small">Groups, and desks that are turned</summary>
        <ul className="list-unstyled small mb-0">
          {sorted.map((desk) => (
            <li key={desk.id} className="d-flex gap-2 align-items-center mb-1">
              <span className="flex-grow-1">
                Row {desk.row + 1}, place {desk.column + 1}
              </span>
              <Form.Select
                size="sm"
                className="w-auto"
                aria-label={`Group of row ${desk.row + 1}, place ${desk.column + 1}`}
                value={desk.group ?? ""}
                onChange={(event) => {
                  const group = Number(event.target.value) || undefined;
                  onChange(
                    { ...plan, desks: plan.desks.map((one) => (one === desk ? { ...one, group } : one)) },
                    "The groups of a plan were changed.",
                  );
                }}
              >
                <option value="">no group</option>
                {Array.from({ length: MOST_GROUP }, (_, place) => place + 1).map((group) => (
                  <option key={group} value={group}>
                    group {group}
                  </option>
                ))}
              </Form.Select>
              <Form.Check
                id={`turned-${desk.id}`}
                label="turned"
                checked={desk.turned ?? false}
                onChange={(event) => {
                  const turned = event.target.checked || undefined;
                  onChange(
                    { ...plan, desks: plan.desks.map((one) => (one === desk ? { ...one, turned } : one)) },
                    "A desk was turned.",
                  );
                }}
              />
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}
