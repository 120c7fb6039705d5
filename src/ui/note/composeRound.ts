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
  const roundId = crypto.randomUUID();
  const letters = finished.map(
    ({ entry, rendered }): Letter => ({
      id: crypto.randomUUID(),
      roundId,
      noteId: note.id,
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
      state: "prepared",
      stateAt: now,
      seq: 0,
      reply: "",
    }),
  );
  const round: Round = {
    id: roundId,
    noteId: note.id,
    noteName: note.name || "Note without a name",
    sentence: people.sentence,
    summary: people.summary,
    acceptedCautions: [...acceptedCautions],
    from: { name: settings.teacherName, address: settings.teacherAddress },
    createdAt: now,
    leavesAt: now + settings.takeBackSeconds * 1000,
    letterCount: letters.length,
  };
  return { round, letters };
}
