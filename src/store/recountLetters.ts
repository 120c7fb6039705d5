import { letterStateSchema } from "@/core/delivery/letterState";
import type { Tally } from "@/core/delivery/tally";
import type { VineDatabase } from "./vineDatabase";

/** Counts by the index, without reading a letter. */
export async function tallyOf(database: VineDatabase, roundId: string): Promise<Tally> {
  const counts = await Promise.all(
    letterStateSchema.options.map(async (state) => {
      const count = await database.letters.where("[roundId+state]").equals([roundId, state]).count();
      return [state, count] as const;
    }),
  );
  return Object.fromEntries(counts.filter(([, count]) => count > 0));
}

/** Counts the letters of some rounds again, after they moved on. */
export async function recountLetters(database: VineDatabase, roundIds: Iterable<string>): Promise<void> {
  for (const id of new Set(roundIds)) await database.rounds.update(id, { tally: await tallyOf(database, id) });
}
