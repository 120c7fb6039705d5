import { letterStateSchema, mayWithdraw } from "@/core/delivery/letterState";
import { addToOutbox } from "./outbox";
import { recountLetters } from "./recountLetters";
import type { VineDatabase } from "./vineDatabase";

/**
 * Takes a round back as far as that can be done here: letters that were not handed over. For the others it is noted that
 * the post room is to be asked, so that the wish outlasts this page and a post room that does not answer.
 */
export async function withdrawPrepared(database: VineDatabase, roundId: string, now: number): Promise<void> {
  await database.transaction("rw", database.letters, database.rounds, database.outbox, async () => {
    await database.letters
      .where({ roundId })
      .filter(({ state }) => state === "prepared")
      .modify({ state: "withdrawn", stateAt: now });
    await recountLetters(database, [roundId]);
    await database.rounds.update(roundId, { takeBackAskedAt: now });
    await addToOutbox(database, [{ kind: "take back", roundId }]);
  });
}

/** The post room has taken a round back. */
export async function takenBack(database: VineDatabase, roundId: string): Promise<void> {
  await database.rounds.update(roundId, { takeBackAskedAt: undefined });
}

/** The rounds with letters that have not begun to leave. */
export async function roundsThatWait(database: VineDatabase): Promise<string[]> {
  const waiting = letterStateSchema.options.filter(mayWithdraw);
  const letters = await database.letters.where("state").anyOf(waiting).toArray();
  return [...new Set(letters.map(({ roundId }) => roundId))];
}

/** A letter that can't be handed over has met its fate here; nothing changes where it was taken after all. */
export async function refusePrepared(
  database: VineDatabase,
  letterId: string,
  why: string,
  now: number,
): Promise<void> {
  await database.transaction("rw", database.letters, database.rounds, async () => {
    const letter = await database.letters.get(letterId);
    if (letter?.state !== "prepared") return;
    await database.letters.update(letterId, { state: "refused", stateAt: now, serverAnswer: why });
    await recountLetters(database, [letter.roundId]);
  });
}
