import { runId } from "@/core/delivery/plans/run";
import type { LetterEvent } from "@/core/delivery/postEvent";
import { readersOfLetter } from "@/core/delivery/readersOfLetter";
import type { Letter, Round } from "@/core/delivery/round";
import { fullName } from "@/core/model/student";
import { findNote } from "./findNote";
import type { VineDatabase } from "./vineDatabase";

const LOST = "Sent after the backup was made that was put back; its words are not kept.";

/**
 * Letters that the post room knows and the record does not, since they left after a backup was made that was put back: whom
 * they were about and to stands in the record again, so that nobody is written to twice. Within a transaction.
 */
export async function rememberLost(database: VineDatabase, events: readonly LetterEvent[]): Promise<void> {
  const known = new Set(
    (await database.letters.bulkGet(events.map(({ letterId }) => letterId))).flatMap((letter) => letter?.id ?? []),
  );
  for (const event of events) {
    const { letterId, roundId, about, at } = event;
    if (!about || known.has(letterId)) continue;
    known.add(letterId);
    const round = (await database.rounds.get(roundId)) ?? (await lostRound(database, event));
    await database.rounds.put({ ...round, letterCount: round.letterCount + 1 });
    const letter = await lostLetter(database, event);
    await database.letters.add(letter);
    const people = (await database.roundPeople.get(roundId)) ?? { id: roundId, people: [] };
    const { studentId, recipientId, assignmentIds } = about;
    await database.roundPeople.put({
      ...people,
      people: [...people.people, ...readersOfLetter(letter)],
      ...(assignmentIds && { marks: { ...people.marks, [`${studentId}/${recipientId}`]: { assignmentIds } } }),
    });
    if (about.runAt === undefined || !(await database.plans.get(about.noteId))) continue;
    const id = runId(about.noteId, about.runAt);
    const run = { id, planId: about.noteId, noteName: round.noteName, at: about.runAt, stopped: [], summary: LOST };
    const before = await database.runs.get(id);
    if (before === undefined || before.roundId !== roundId)
      await database.runs.put({ ...run, state: at > about.runAt ? "left" : "laid", roundId });
  }
}

async function lostRound(database: VineDatabase, { roundId, about, at }: LetterEvent): Promise<Round> {
  const noteId = about?.noteId ?? "";
  const note = await findNote(database, noteId);
  return {
    ...{ id: roundId, noteId, noteName: note?.name || "Note without a name", noteKind: note?.kind ?? "information" },
    ...{ sentence: "", summary: LOST, acceptedCautions: [], from: { name: "", address: "" } },
    ...{ createdAt: at, leavesAt: at, letterCount: 0 },
    ...(about?.runAt !== undefined && { run: { planId: noteId, at: about.runAt, isDigest: false } }),
  };
}

async function lostLetter(database: VineDatabase, { letterId, roundId, about, at }: LetterEvent): Promise<Letter> {
  const { noteId = "", studentId = "", recipientId = "" } = about ?? {};
  const student = await database.students.get(studentId);
  const guardian = await database.guardians.get(recipientId);
  const person = guardian ?? (recipientId === studentId ? student : undefined);
  return {
    ...{ id: letterId, roundId, noteId, studentId, studentName: student ? fullName(student) : "" },
    ...{
      classId: "",
      className: "",
      reason: "",
      subject: LOST,
      state: "prepared",
      stateAt: at,
      seq: 0,
      serverAnswer: "",
    },
    recipient: {
      kind: guardian ? "guardian" : "student",
      id: recipientId,
      name: person ? fullName(person) : "",
      address: guardian?.addresses[0] ?? student?.address ?? "",
    },
  };
}
