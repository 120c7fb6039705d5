import type { LetterDraft } from "@/core/delivery/preparedRound";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import type { LetterEntry } from "@/workers/engine/peopleView";

/** A letter as the record keeps it, without what is enclosed: to whom, about whom, why, and its words. */
export function draftOf(entry: LetterEntry, { subject, html, text }: RenderedLetter): LetterDraft {
  const { kind, id, name, address } = entry.recipient;
  return {
    studentId: entry.studentIds[0] ?? "",
    studentName: entry.studentName,
    classId: entry.classId,
    className: entry.className,
    recipient: { kind, id, name, address },
    ...(entry.alsoReadBy.length > 0 && { alsoReadBy: [...entry.alsoReadBy] }),
    reason: entry.reason,
    subject,
    html,
    text,
  };
}
