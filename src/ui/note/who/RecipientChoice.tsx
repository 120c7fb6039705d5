"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { wantsNoLetters } from "@/core/model/guardian";
import type { Note } from "@/core/model/note";
import { fullName } from "@/core/model/student";
import type { NotePeople } from "@/core/selection/planNote";
import { recipientsOf } from "@/core/selection/recipient";
import { useVine } from "@/ui/shared/VineContext";

interface RecipientChoiceProps {
  readonly studentId: string;
  readonly name: string;
  /** Who is written to now, in words. */
  readonly words: string;
  readonly note: NotePeople;
  readonly onChange: (part: Partial<Note>) => void;
}

/** Who is written to about one student, and the way to choose others for this one alone. */
export function RecipientChoice({ studentId, name, words, note, onChange }: RecipientChoiceProps) {
  const { world } = useVine();
  const [open, setOpen] = useState(false);
  const student = world.students.get(studentId);
  if (!student) return null;
  const { recipientChoices } = note;
  const isChosen = recipientChoices[studentId] !== undefined;
  const chosen = recipientChoices[studentId] ?? recipientsOf(student, note, world).recipients.map(({ id }) => id);
  const set = (ids: string[] | undefined) => {
    const { [studentId]: _before, ...others } = recipientChoices;
    onChange({ recipientChoices: ids ? { ...others, [studentId]: ids } : others });
  };
  const guardians = student.guardians.flatMap(({ guardianId, relation }) => {
    const guardian = world.guardians.get(guardianId);
    return guardian
      ? [{ id: guardianId, words: `${fullName(guardian)}, ${relation}`, isOut: wantsNoLetters(guardian) }]
      : [];
  });
  return (
    <div className="quiet" data-private>
      to {words}
      {isChosen && " (chosen for this student)"}{" "}
      <button
        type="button"
        className="btn btn-link btn-sm who-change"
        aria-expanded={open}
        aria-label={`Change who is written to about ${name}`}
        onClick={() => setOpen(!open)}
      >
        {open ? "done" : "change"}
      </button>
      {open && (
        <fieldset className="my-1">
          <legend className="visually-hidden">Who is written to about {name}</legend>
          {[...guardians, { id: student.id, words: `${fullName(student)}, the student`, isOut: false }].map(
            ({ id, words: label, isOut }) => (
              <Form.Check
                key={id}
                id={`to-${studentId}-${id}`}
                label={isOut ? `${label} (asked not to be written to)` : label}
                disabled={isOut}
                checked={!isOut && chosen.includes(id)}
                onChange={(event) =>
                  set(event.target.checked ? [...chosen, id] : chosen.filter((known) => known !== id))
                }
              />
            ),
          )}
          {isChosen && (
            <Button variant="link" size="sm" onClick={() => set(undefined)}>
              As the sentence says
            </Button>
          )}
        </fieldset>
      )}
    </div>
  );
}
