import * as z from "zod";
import type { Change } from "@/core/change/change";
import { letterAfter } from "@/core/delivery/letterAfter";
import type { PostEvent } from "@/core/delivery/postEvent";
import { type Letter, letterSchema, type Round, roundSchema } from "@/core/delivery/round";
import { type Tally, tallyStates } from "@/core/delivery/tally";
import type { VineDatabase } from "./database";
import { commitChange } from "./worldRepository";

/** Keeps a round with all its letters as they are to leave, and what sending it changes, before anything is handed over. */
export async function saveRound(
  database: VineDatabase,
  round: Round,
  letters: readonly Letter[],
  change: Change = {},
): Promise<void> {
  await database.transaction("rw", database.tables, async () => {
    await commitChange(database, change);
    await database.rounds.add(roundSchema.parse(round));
    await database.letters.bulkAdd(z.array(letterSchema).parse(letters));
  });
}

export function roundsNewestFirst(database: VineDatabase): Promise<Round[]> {
  return database.rounds.orderBy("createdAt").reverse().toArray();
}

export function findRound(database: VineDatabase, id: string): Promise<Round | undefined> {
  return database.rounds.get(id);
}

/** The letters of a round, by the students' names and then the recipients'. */
export async function lettersOfRound(database: VineDatabase, roundId: string): Promise<Letter[]> {
  const letters = await database.letters.where({ roundId }).toArray();
  const order = new Intl.Collator("en", { sensitivity: "base" });
  return letters.sort(
    (a, b) => order.compare(a.studentName, b.studentName) || order.compare(a.recipient.name, b.recipient.name),
  );
}

/** Letters that were never handed over, because the page was closed meanwhile. */
export function preparedLetters(database: VineDatabase): Promise<Letter[]> {
  return database.letters.where({ state: "prepared" }).toArray();
}

/** Letters that were kept but can't be handed over any more: they are taken back here, where they still are. */
export async function withdrawPrepared(database: VineDatabase, roundId: string, now: number): Promise<void> {
  await database.letters
    .where({ roundId })
    .filter(({ state }) => state === "prepared")
    .modify({ state: "withdrawn", stateAt: now });
}

/** Whether the post room still has something to do for any letter. */
export async function hasLettersUnderWay(database: VineDatabase): Promise<boolean> {
  const underWay = await database.letters.where("state").anyOf("prepared", "handed", "held", "leaving").count();
  return underWay > 0;
}

/** The states of every round's letters, counted. */
export async function talliesByRound(database: VineDatabase): Promise<Map<string, Tally>> {
  const byRound = new Map<string, Letter[]>();
  await database.letters.each((letter) => {
    const letters = byRound.get(letter.roundId);
    if (letters) letters.push(letter);
    else byRound.set(letter.roundId, [letter]);
  });
  return new Map([...byRound].map(([roundId, letters]) => [roundId, tallyStates(letters)]));
}

/** Letters whose end was not a good one, the newest first. */
export async function troubledLetters(database: VineDatabase): Promise<Letter[]> {
  const letters = await database.letters.where("state").anyOf("refused", "returned", "uncertain").toArray();
  return letters.sort((a, b) => b.stateAt - a.stateAt);
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
  await database.transaction("rw", database.letters, database.meta, async () => {
    const place = await journalPlace(database);
    const letters = await database.letters.bulkGet([...new Set(events.map(({ letterId }) => letterId))]);
    const byId = new Map(letters.flatMap((letter) => (letter ? [[letter.id, letter]] : [])));
    for (const event of events) {
      const letter = byId.get(event.letterId);
      if (letter) byId.set(letter.id, letterAfter(letter, event));
    }
    await database.letters.bulkPut([...byId.values()]);
    const known = place.journalId === journalId ? place.seq : 0;
    await database.meta.bulkPut([
      { key: JOURNAL_ID, value: journalId },
      { key: JOURNAL_SEQ, value: Math.max(known, ...events.map(({ seq }) => seq)) },
    ]);
  });
}
