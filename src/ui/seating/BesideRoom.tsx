"use client";
import { useDroppable } from "@dnd-kit/core";
import { Button } from "react-bootstrap";
import type { SeatingPlan } from "@/core/model/seatingPlan";
import type { Student } from "@/core/model/student";
import { unseat } from "@/core/seating/moveSeat";
import { Dragged } from "./DeskPlace";

/** What a student is dropped on to leave the seat. */
export const LEFT_OVER = "left over";

interface LeftOverProps {
  readonly students: readonly Student[];
  readonly names: ReadonlyMap<string, string>;
  readonly taken: string | undefined;
  readonly onTake: (id: string | undefined) => void;
}

/** Students of the class without a desk, always in sight. */
export function LeftOver({ students, names, taken, onTake }: LeftOverProps) {
  const { setNodeRef, isOver } = useDroppable({ id: LEFT_OVER });
  return (
    <section ref={setNodeRef} className={`sheet ${isOver ? "is-over" : ""}`} aria-labelledby="left-over">
      <h2 id="left-over">Without a seat: {students.length}</h2>
      {students.length === 0 ? (
        <p className="quiet small mb-0">Everybody has a seat.</p>
      ) : (
        <ul className="seat-list" data-private>
          {students.map((student) => (
            <li key={student.id}>
              <button
                type="button"
                className={`desk is-small ${taken === student.id ? "is-taken" : ""}`}
                onClick={() => onTake(taken === student.id ? undefined : student.id)}
              >
                <Dragged id={student.id} isOff={false}>
                  <span className="desk-name">{names.get(student.id)}</span>
                </Dragged>
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface TakenUpProps {
  readonly plan: SeatingPlan;
  readonly studentId: string;
  readonly name: string;
  readonly onChange: (next: SeatingPlan, words: string) => void;
}

/** What can be done with the student that was taken up, beside giving them another seat. */
export function TakenUp({ plan, studentId, name, onChange }: TakenUpProps) {
  const deskId = Object.entries(plan.seats).find(([, id]) => id === studentId)?.[0];
  if (deskId === undefined) return null;
  const isHeld = plan.held.includes(deskId);
  return (
    <section className="sheet d-grid gap-2" aria-label="The student taken up">
      <h2 data-private>{name}</h2>
      <div className="d-flex flex-wrap gap-2">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            onChange(
              { ...plan, held: isHeld ? plan.held.filter((id) => id !== deskId) : [...plan.held, deskId] },
              isHeld ? "A desk is not held any more." : "A desk is held.",
            )
          }
        >
          {isHeld ? "Hold this desk no more" : "Hold this desk"}
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          onClick={() => onChange(unseat(plan, studentId), `${name} left the seat.`)}
        >
          Without a seat
        </Button>
      </div>
      <p className="quiet small mb-0">A held desk stays as it is when seats are proposed.</p>
    </section>
  );
}
