import { NEVER_ARRIVED, TROUBLE } from "@/core/delivery/letterState";
import { readersOfLetter } from "@/core/delivery/readersOfLetter";
import type { Letter, Round, WholeLetter } from "@/core/delivery/round";
import type { Tally } from "@/core/delivery/tally";
import type { WrittenAbout, WrittenMark } from "@/core/model/noteKind";
import { wordsOfLetters } from "./letterBlocks";
import { tallyOf } from "./recountLetters";
import type { VineDatabase } from "./vineDatabase";

/** Letters with their text, in the order in which they are given; one that is not there any more is left out. */
export async function wholeLetters(database: VineDatabase, letters: readonly Letter[]): Promise<WholeLetter[]> {
  const words = await wordsOfLetters(
    database,
    letters.map(({ id }) => id),
  );
  return letters.flatMap((letter) => {
    const own = words.get(letter.id);
    return own ? [{ ...letter, ...own }] : [];
  });
}

export function roundsNewestFirst(database: VineDatabase): Promise<Round[]> {
  return database.rounds.orderBy("createdAt").reverse().toArray();
}

/** Rounds with letters that are held for a time or told to wait, the soonest first. `now` in ms since the epoch. */
export async function roundsToCome(database: VineDatabase, now: number): Promise<{ round: Round; letters: number }[]> {
  const waiting = await database.letters.where("state").anyOf("held", "handed", "deferred").toArray();
  const counts = new Map<string, number>();
  for (const { roundId } of waiting) counts.set(roundId, (counts.get(roundId) ?? 0) + 1);
  const rounds = await database.rounds.bulkGet([...counts.keys()]);
  return rounds
    .flatMap((round) => (round && (round.paused || round.leavesAt > now) ? [round] : []))
    .sort((a, b) => a.leavesAt - b.leavesAt)
    .map((round) => ({ round, letters: counts.get(round.id) ?? 0 }));
}

/** The last round of a note, or none; a trial sent to oneself is no round of it. */
export async function lastRoundOf(database: VineDatabase, noteId: string): Promise<Round | undefined> {
  const rounds = await database.rounds.where({ noteId }).sortBy("createdAt");
  return rounds.filter(({ noteKind }) => noteKind !== undefined).at(-1);
}

export function findRound(database: VineDatabase, id: string): Promise<Round | undefined> {
  return database.rounds.get(id);
}

/** The letters of a round, by the students' names and then the recipients'; the teacher's copy comes last. */
export async function lettersOfRound(database: VineDatabase, roundId: string): Promise<Letter[]> {
  const letters = await database.letters.where({ roundId }).toArray();
  const order = new Intl.Collator("en", { sensitivity: "base" });
  const isCopy = ({ recipient }: Letter) => Number(recipient.kind === "teacher");
  return letters.sort(
    (a, b) =>
      isCopy(a) - isCopy(b) ||
      order.compare(a.studentName, b.studentName) ||
      order.compare(a.recipient.name, b.recipient.name) ||
      // Namesakes keep their places, whatever becomes of their letters.
      (a.id < b.id ? -1 : 1),
  );
}

/** All letters of a note, whatever round they were of, and when each was made (ms since the epoch). */
export async function lettersOfNote(
  database: VineDatabase,
  noteId: string,
): Promise<{ letter: Letter; madeAt: number }[]> {
  const rounds = new Map((await database.rounds.where({ noteId }).toArray()).map((round) => [round.id, round]));
  const letters = await database.letters
    .where("roundId")
    .anyOf([...rounds.keys()])
    .toArray();
  return letters.flatMap((letter) => {
    const round = rounds.get(letter.roundId);
    return round ? [{ letter, madeAt: round.createdAt }] : [];
  });
}

/** Letters that were never handed over, because the page was closed meanwhile. */
export function preparedLetters(database: VineDatabase): Promise<Letter[]> {
  return database.letters.where({ state: "prepared" }).toArray();
}

/** The states of every round's letters, as they were last counted. */
export async function talliesByRound(database: VineDatabase): Promise<Map<string, Tally>> {
  const rounds = await database.rounds.toArray();
  return new Map(
    await Promise.all(rounds.map(async ({ id, tally }) => [id, tally ?? (await tallyOf(database, id))] as const)),
  );
}

/** What was written about whom: one entry for each student and round of which a letter is under way or has arrived. */
export async function writtenAbout(database: VineDatabase): Promise<WrittenAbout[]> {
  const rounds = await database.rounds.toArray();
  const peopleOf = new Map((await database.roundPeople.toArray()).map((row) => [row.id, row]));
  const failed = await database.letters.where("state").anyOf(NEVER_ARRIVED).toArray();
  const missed = new Set(
    failed.flatMap((letter) =>
      readersOfLetter(letter).map(([about, reader]) => `${letter.roundId}/${about}/${reader}`),
    ),
  );
  const entries = new Map<string, WrittenEntry>();
  for (const round of rounds) {
    const { id: roundId, noteId, noteKind, leavesAt, createdAt, run, tally, brothersAndSisters = {} } = round;
    if (!noteKind) continue;
    const { people = [], marks = {} } = peopleOf.get(roundId) ?? {};
    for (const [studentId, recipientId, mailbox] of people) {
      if (studentId === "" || missed.has(`${roundId}/${studentId}/${recipientId}`)) continue;
      for (const id of [studentId, ...(brothersAndSisters[studentId] ?? [])]) {
        const key = `${id}/${roundId}`;
        const known = entries.get(key);
        const entry = known ?? {
          ...{ roundId, studentId: id, noteId, at: leavesAt, kind: noteKind, recipientIds: [] },
          madeAt: round.madeAt ?? (run ? leavesAt : createdAt),
          ...((tally?.printed ?? 0) > 0 && { onPaper: true }),
          ...(run && { byPlan: true, standing: !run.isDigest }),
        };
        entries.set(key, entry);
        entry.recipientIds.push(recipientId);
        if (mailbox) entry.mailboxes = { ...entry.mailboxes, [recipientId]: mailbox };
        // Whoever reads the same mailbox read the same letter.
        const first = Object.entries(entry.mailboxes ?? {}).find(([, one]) => one === mailbox)?.[0] ?? recipientId;
        const mark = marks[`${id}/${recipientId}`] ?? marks[`${id}/${first}`];
        if (mark) entry.marks = { ...entry.marks, [recipientId]: mark };
      }
    }
  }
  return [...entries.values()];
}

type WrittenEntry = WrittenAbout & {
  recipientIds: string[];
  mailboxes?: Record<string, string>;
  marks?: Record<string, WrittenMark>;
};

/** Letters whose end was not a good one and in whose place none went again, the newest first. */
export async function troubledLetters(database: VineDatabase): Promise<Letter[]> {
  const letters = await database.letters.where("state").anyOf(TROUBLE).toArray();
  return letters.filter(({ sentAgain }) => !sentAgain).sort((a, b) => b.stateAt - a.stateAt);
}

const REAL_CONFIRMED = "real post confirmed";

/** Whether the teacher has said once that letters may really leave this computer. */
export async function realIsConfirmed(database: VineDatabase): Promise<boolean> {
  return (await database.meta.get(REAL_CONFIRMED)) !== undefined;
}

export async function markRealConfirmed(database: VineDatabase, now: number): Promise<void> {
  await database.meta.put({ key: REAL_CONFIRMED, value: now });
}

/** The last letter to an address, where it did not arrive; none where it did, or none was ever sent. */
export async function lastFailure(database: VineDatabase, address: string): Promise<Letter | undefined> {
  const letters = await database.letters.where("recipient.address").equals(address).sortBy("stateAt");
  const last = letters.filter(({ state }) => state !== "withdrawn").at(-1);
  return last && (last.state === "refused" || last.state === "returned") ? last : undefined;
}

/** Notes that others went in the place of some letters. */
export async function markSentAgain(database: VineDatabase, ids: readonly string[]): Promise<void> {
  await database.letters.where("id").anyOf(ids).modify({ sentAgain: true });
}

/** All letters about a student, those about brothers and sisters that name them too, the newest first. */
export async function lettersAbout(database: VineDatabase, studentId: string): Promise<Letter[]> {
  const rounds = await database.rounds.toArray();
  const kept = new Set(rounds.map(({ id }) => id));
  const shared = rounds.flatMap(({ id, brothersAndSisters = {} }) =>
    Object.entries(brothersAndSisters).flatMap(([first, others]) => (others.includes(studentId) ? [[id, first]] : [])),
  );
  const own = await database.letters.where({ studentId }).toArray();
  const ofFamily = await Promise.all(
    shared.map(([roundId, first]) =>
      database.letters
        .where({ studentId: first })
        .filter((letter) => letter.roundId === roundId)
        .toArray(),
    ),
  );
  return [...own, ...ofFamily.flat()].filter(({ roundId }) => kept.has(roundId)).sort((a, b) => b.stateAt - a.stateAt);
}

/** How many letters are on their way now; those that wait for their time are not. */
export function lettersUnderWay(database: VineDatabase): Promise<number> {
  return database.letters.where("state").anyOf(["prepared", "handed", "leaving", "deferred"]).count();
}

/** Rounds by id; those that are not here are left out. */
export async function findRounds(database: VineDatabase, ids: readonly string[]): Promise<Map<string, Round>> {
  const rounds = await database.rounds.bulkGet([...ids]);
  return new Map(rounds.flatMap((round) => (round ? [[round.id, round]] : [])));
}

export function roundsOfNote(database: VineDatabase, noteId: string): Promise<Round[]> {
  return database.rounds.where({ noteId }).toArray();
}

export async function changeRound(database: VineDatabase, id: string, change: Partial<Round>): Promise<void> {
  await database.rounds.update(id, change);
}

/** How people were marked where a round was made from; none where that is not kept. */
export async function marksOfRound(database: VineDatabase, roundId: string) {
  return (await database.roundPeople.get(roundId))?.marks ?? {};
}

/** The letters that have not begun to leave. */
export function waitingLetters(database: VineDatabase): Promise<Letter[]> {
  return database.letters.where("state").anyOf("prepared", "handed", "held", "deferred").toArray();
}
