import * as z from "zod";
import type { Change } from "@/core/change/change";
import { letterAfter } from "@/core/delivery/letterAfter";
import { type LetterState, letterStateSchema, TROUBLE } from "@/core/delivery/letterState";
import { isLetterEvent, type PostEvent } from "@/core/delivery/postEvent";
import {
  type Letter,
  letterSchema,
  type Round,
  roundSchema,
  type WholeLetter,
  wholeLetterSchema,
} from "@/core/delivery/round";
import { type Tally, tallyStates } from "@/core/delivery/tally";
import type { WrittenAbout } from "@/core/model/noteKind";
import type { VineDatabase } from "./database";
import { announcedReply } from "./replyRepository";
import { searchedWords } from "./schemaVersions";
import { commitChange } from "./worldRepository";

/** Keeps a round with all its letters as they are to leave, and what sending it changes, before anything is handed over. */
export async function saveRound(
  database: VineDatabase,
  round: Round,
  letters: readonly WholeLetter[],
  change: Change = {},
): Promise<void> {
  const whole = z.array(wholeLetterSchema).parse(letters);
  await database.transaction("rw", database.tables, async () => {
    await commitChange(database, change);
    await database.rounds.add(roundSchema.parse({ ...round, tally: tallyStates(letters) }));
    // What is kept of a letter itself has no text: the schema leaves it out.
    await database.letters.bulkAdd(whole.map((letter) => letterSchema.parse(letter)));
    await database.roundPeople.add({
      id: round.id,
      people: whole.flatMap(({ studentId, recipient, together }): [string, string][] =>
        together ? together.map((one) => [one.studentId, one.recipientId]) : [[studentId, recipient.id]],
      ),
    });
    await database.roundWords.add({
      id: round.id,
      letters: whole.map((letter): [string, string] => [letter.id, searchedWords(letter)]),
    });
    await database.letterTexts.bulkAdd(whole.map(({ id, text }) => ({ id, text })));
    await database.letterPages.bulkAdd(whole.map(({ id, html }) => ({ id, html })));
  });
}

/** Letters with their text, in the order in which they are given; one that is not there any more is left out. */
export async function wholeLetters(database: VineDatabase, letters: readonly Letter[]): Promise<WholeLetter[]> {
  const ids = letters.map(({ id }) => id);
  const [texts, pages] = await Promise.all([database.letterTexts.bulkGet(ids), database.letterPages.bulkGet(ids)]);
  return letters.flatMap((letter, place) => {
    const { text } = texts[place] ?? {};
    const { html } = pages[place] ?? {};
    return text === undefined || html === undefined ? [] : [{ ...letter, text, html }];
  });
}

export function roundsNewestFirst(database: VineDatabase): Promise<Round[]> {
  return database.rounds.orderBy("createdAt").reverse().toArray();
}

/** Rounds with letters that are held for a time or told to wait, the soonest first. */
export async function roundsToCome(database: VineDatabase): Promise<{ round: Round; letters: number }[]> {
  const waiting = await database.letters.where("state").anyOf("held", "handed", "deferred").toArray();
  const counts = new Map<string, number>();
  const now = Date.now();
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
      order.compare(a.recipient.name, b.recipient.name),
  );
}

/** Letters that were never handed over, because the page was closed meanwhile. */
export function preparedLetters(database: VineDatabase): Promise<Letter[]> {
  return database.letters.where({ state: "prepared" }).toArray();
}

/** Letters that were kept but can't be handed over any more: they are taken back here, where they still are. */
export async function withdrawPrepared(database: VineDatabase, roundId: string, now: number): Promise<void> {
  await database.transaction("rw", database.letters, database.rounds, async () => {
    await database.letters
      .where({ roundId })
      .filter(({ state }) => state === "prepared")
      .modify({ state: "withdrawn", stateAt: now });
    await countAnew(database, [roundId]);
  });
}

/** The states of every round's letters, as they were last counted. */
export async function talliesByRound(database: VineDatabase): Promise<Map<string, Tally>> {
  const rounds = await database.rounds.toArray();
  return new Map(
    await Promise.all(rounds.map(async ({ id, tally }) => [id, tally ?? (await tallyOf(database, id))] as const)),
  );
}

/** Counts by the index, without reading a letter. */
async function tallyOf(database: VineDatabase, roundId: string): Promise<Tally> {
  const counts = await Promise.all(
    letterStateSchema.options.map(async (state) => {
      const count = await database.letters.where("[roundId+state]").equals([roundId, state]).count();
      return [state, count] as const;
    }),
  );
  return Object.fromEntries(counts.filter(([, count]) => count > 0));
}

/** Counts the letters of some rounds anew, after they moved on. */
async function countAnew(database: VineDatabase, roundIds: Iterable<string>): Promise<void> {
  for (const id of new Set(roundIds)) await database.rounds.update(id, { tally: await tallyOf(database, id) });
}

const NEVER_ARRIVED: readonly LetterState[] = ["refused", "returned", "withdrawn"];

/** What was written about whom: one entry for each student and round of which a letter is under way or has arrived. */
export async function writtenAbout(database: VineDatabase): Promise<WrittenAbout[]> {
  const rounds = await database.rounds.toArray();
  const peopleOf = new Map((await database.roundPeople.toArray()).map(({ id, people }) => [id, people]));
  const failed = await database.letters.where("state").anyOf(NEVER_ARRIVED).toArray();
  const missed = new Set(failed.map(({ roundId, studentId, recipient }) => `${roundId}/${studentId}/${recipient.id}`));
  const entries = new Map<string, WrittenAbout & { recipientIds: string[] }>();
  for (const { id: roundId, noteId, noteKind, leavesAt, brothersAndSisters = {} } of rounds) {
    if (!noteKind) continue;
    for (const [studentId, recipientId] of peopleOf.get(roundId) ?? []) {
      if (studentId === "" || missed.has(`${roundId}/${studentId}/${recipientId}`)) continue;
      for (const id of [studentId, ...(brothersAndSisters[studentId] ?? [])]) {
        const key = `${id}/${roundId}`;
        const known = entries.get(key);
        if (known) known.recipientIds.push(recipientId);
        else entries.set(key, { studentId: id, noteId, at: leavesAt, kind: noteKind, recipientIds: [recipientId] });
      }
    }
  }
  return [...entries.values()];
}

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

export async function markRealConfirmed(database: VineDatabase): Promise<void> {
  await database.meta.put({ key: REAL_CONFIRMED, value: Date.now() });
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
  const shared = (await database.rounds.toArray()).flatMap(({ id, brothersAndSisters = {} }) =>
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
  return [...own, ...ofFamily.flat()].sort((a, b) => b.stateAt - a.stateAt);
}

const ROUNDS_SEARCHED_AT_ONCE = 20;
const MOST_FOUND = 200;

/**
 * Letters in whose words or names something stands, the newest first, no more than some hundred. `onProgress` is told
 * the share that has been read, from 0 to 1, and what was found so far; a search that is aborted gives what it has found.
 */
export async function searchLetters(
  database: VineDatabase,
  words: string,
  signal: AbortSignal,
  onProgress: (share: number, found: readonly Letter[]) => void,
): Promise<Letter[]> {
  const wanted = words.trim().toLowerCase();
  const ids = await database.rounds.orderBy("createdAt").reverse().primaryKeys();
  const found: Letter[] = [];
  for (
    let from = 0;
    from < ids.length && found.length < MOST_FOUND && !signal.aborted;
    from += ROUNDS_SEARCHED_AT_ONCE
  ) {
    const rounds = await database.roundWords.bulkGet(ids.slice(from, from + ROUNDS_SEARCHED_AT_ONCE));
    const hits = rounds.flatMap((round) => (round?.letters ?? []).filter(([, searched]) => searched.includes(wanted)));
    for (const letter of await database.letters.bulkGet(hits.map(([id]) => id))) if (letter) found.push(letter);
    onProgress(Math.min(1, (from + ROUNDS_SEARCHED_AT_ONCE) / ids.length), found);
  }
  return found.sort((a, b) => b.stateAt - a.stateAt).slice(0, MOST_FOUND);
}

const JOURNAL_ID = "journal id";
const JOURNAL_SEQ = "journal seq";

/** How far the post room's journal has been taken in. */
export async function journalPlace(database: VineDatabase): Promise<{ journalId: string; seq: number }> {
  const [id, seq] = await database.meta.bulkGet([JOURNAL_ID, JOURNAL_SEQ]);
  return { journalId: String(id?.value ?? ""), seq: Number(seq?.value ?? 0) };
}

/** Brings the record up to date with events of the journal, and remembers how far it has been read, both or neither. */
export async function takeInEvents(database: VineDatabase, journalId: string, events: PostEvent[]): Promise<void> {
  const { letters: table, rounds, replies, meta } = database;
  await database.transaction("rw", table, rounds, replies, meta, async () => {
    const place = await journalPlace(database);
    const ofLetters = events.filter(isLetterEvent);
    const letters = await table.bulkGet([...new Set(ofLetters.map(({ letterId }) => letterId))]);
    const byId = new Map(letters.flatMap((letter) => (letter ? [[letter.id, letter]] : [])));
    for (const event of ofLetters) {
      const letter = byId.get(event.letterId);
      if (letter) byId.set(letter.id, letterAfter(letter, event));
    }
    await table.bulkPut([...byId.values()]);
    await countAnew(
      database,
      [...byId.values()].map(({ roundId }) => roundId),
    );
    for (const event of events) {
      if ("paused" in event) await rounds.update(event.roundId, { paused: event.paused });
      else if ("messageName" in event && !(await replies.get(event.messageName)))
        await replies.add(announcedReply(event));
    }
    const known = place.journalId === journalId ? place.seq : 0;
    await meta.bulkPut([
      { key: JOURNAL_ID, value: journalId },
      { key: JOURNAL_SEQ, value: Math.max(known, ...events.map(({ seq }) => seq)) },
    ]);
  });
}
