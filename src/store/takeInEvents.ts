import { letterAfter } from "@/core/delivery/letterAfter";
import { isLetterEvent, type PostEvent } from "@/core/delivery/postEvent";
import { countAnew } from "./countAnew";
import { announcedReply } from "./keepReply";
import type { VineDatabase } from "./openDatabase";
import { rememberLost } from "./rememberLost";
import { restoredFrom } from "./restored";

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
  await database.transaction("rw", database.tables, async () => {
    const place = await journalPlace(database);
    const ofLetters = events.filter(isLetterEvent);
    // Numbers are of one journal: what was read of another says nothing here.
    if (place.journalId !== journalId) await table.filter(({ seq }) => seq > 0).modify({ seq: 0 });
    if ((await restoredFrom(database)) !== undefined) await rememberLost(database, ofLetters);
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
      // A reply belongs to the browser that has the letter; another one leaves it where it is.
      else if ("messageName" in event && (await table.get(event.replyTo)) && !(await replies.get(event.messageName)))
        await replies.add(announcedReply(event));
    }
    const known = place.journalId === journalId ? place.seq : 0;
    await meta.bulkPut([
      { key: JOURNAL_ID, value: journalId },
      { key: JOURNAL_SEQ, value: Math.max(known, ...events.map(({ seq }) => seq)) },
    ]);
  });
}
