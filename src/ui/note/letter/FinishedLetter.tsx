"use client";
import type { Note } from "@/core/model/note";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { useAnswer } from "@/ui/shared/useAnswer";
import type { Look } from "./LetterBar";

/** The letter as it would arrive: on a phone, or where only plain text is read. */
export function FinishedLetter({
  note,
  letterKey,
  look,
}: {
  note: Note;
  letterKey: string | undefined;
  look: Exclude<Look, "writing">;
}) {
  const finished = useAnswer(
    async (engine) => (letterKey === undefined ? undefined : engine.finishedLetter(note, letterKey)),
    [note, letterKey],
  );
  if (letterKey === undefined) return <p className="quiet">No letter to show.</p>;
  if (!finished) return null;
  return (
    <div className="finished-letter" data-private>
      <p className="mb-2">
        <span className="quiet">Subject</span> <strong>{finished.subject}</strong>
      </p>
      {look === "phone" ? (
        <LetterFrame title="The letter on a phone" html={finished.html} />
      ) : (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls can be scrolled by keyboard
        <pre tabIndex={0}>{finished.text}</pre>
      )}
    </div>
  );
}
