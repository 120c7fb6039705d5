import { letterAfter } from "@/core/delivery/letterAfter";
import { isLetterEvent, type PostEvent } from "@/core/delivery/postEvent";
import { announcedReply } from "./keepReply";
import { logPlace, moveLogPlace } from "./logPlace";
import { recountLetters } from "./recountLetters";
import { rememberLost } from "./rememberLost";
import { restoredFrom } from "./restored";
import type { VineDatabase } from "./vineDatabase";

/**
 * Brings the record up to date with events of the server's log; where nothing else is to be taken in, `upTo` is remembered as
 * how far it has been read, both or neither. Taking them in again changes nothing.
 */
export async function takeInEvents(
  database: VineDatabase,
  logId: string,
  events: readonly PostEvent[],
  upTo: number | undefined,
): Promise<void> {
  const { letters: table, rounds, replies } = database;
  await database.transaction("rw", database.tables, async () => {
    const place = await logPlace(database);
    const ofLetters = events.filter(isLetterEvent);
    // Numbers are of one log: what was read of another says nothing here.
    if (place.logId !== logId) await table.filter(({ seq }) => seq > 0).modify({ seq: 0 });
    if ((await restoredFrom(database)) !== undefined) await rememberLost(database, ofLetters);
    const letters = await table.bulkGet([...new Set(ofLetters.map(({ letterId }) => letterId))]);
    const byId = new Map(letters.flatMap((letter) => (letter ? [[letter.id, letter]] : [])));
    for (const event of ofLetters) {
      const letter = byId.get(event.letterId);
      if (letter) byId.set(letter.id, letterAfter(letter, event));
    }
    await table.bulkPut([...byId.values()]);
    await recountLetters(
      database,
      [...byId.values()].map(({ roundId }) => roundId),
    );
    for (const event of events) {
      if ("paused" in event) await rounds.update(event.roundId, { paused: event.paused });
      // A reply belongs to the browser that has the letter; another one leaves it where it is.
      else if ("messageName" in event && (await table.get(event.replyTo)) && !(await replies.get(event.messageName)))
        await replies.add(announcedReply(event));
    }
    if (upTo !== undefined) await moveLogPlace(database, logId, upTo);
  });
}
