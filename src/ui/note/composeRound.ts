import { preparedRound } from "@/core/delivery/preparedRound";
import type { Letter, Round } from "@/core/delivery/round";
import type { Note } from "@/core/model/note";
import type { Settings } from "@/core/model/settings";
import type { Engine } from "@/workers/engine/engineClient";
import type { PeopleView } from "@/workers/engine/noteView";

/** A round with all its letters finished, as they are to leave. Nothing is kept or sent yet. */
export async function composeRound(
  engine: Engine,
  note: Note,
  people: PeopleView,
  settings: Settings,
  acceptedCautions: readonly string[],
): Promise<{ round: Round; letters: Letter[] }> {
  const now = Date.now();
  const finished = await engine.finishedLetters(note);
  const letters = finished.map(({ entry, rendered }) => ({
    studentId: entry.studentId,
    studentName: entry.studentName,
    classId: entry.classId,
    className: entry.className,
    recipient: {
      kind: entry.recipient.kind,
      id: entry.recipient.id,
      name: entry.recipient.name,
      address: entry.recipient.address,
    },
    reason: entry.reason,
    subject: rendered.subject,
    html: rendered.html,
    text: rendered.text,
  }));
  const about = {
    noteId: note.id,
    noteName: note.name || "Note without a name",
    sentence: people.sentence,
    summary: people.summary,
    acceptedCautions: [...acceptedCautions],
  };
  return preparedRound(about, letters, settings, { now, newId: () => crypto.randomUUID() });
}
