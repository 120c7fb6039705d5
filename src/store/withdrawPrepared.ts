import { countAnew } from "./countAnew";
import type { VineDatabase } from "./openDatabase";

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
