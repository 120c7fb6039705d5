import * as z from "zod";
import { sameData } from "@/core/change/change";
import { type KeptSelection, keptSelectionSchema } from "@/core/model/keptSelection";
import type { Selection } from "@/core/model/selection";
import type { VineDatabase } from "./database";

export async function keepSelections(database: VineDatabase, kept: readonly KeptSelection[]): Promise<void> {
  await database.keptSelections.bulkPut(z.array(keptSelectionSchema).parse(kept));
}

/** All selections kept by name, by their names. One that can't be read any more is not there. */
export async function keptByName(database: VineDatabase): Promise<KeptSelection[]> {
  const kept = await database.keptSelections.toArray();
  const order = new Intl.Collator("en", { sensitivity: "base", numeric: true });
  return kept
    .flatMap((one) => keptSelectionSchema.safeParse(one).data ?? [])
    .sort((a, b) => order.compare(a.name, b.name));
}

/**
 * Remembers whom a kept selection held (by `selectedKey`) when a round was sent by it. One whose words are others than
 * those that were sent by is left as it is. `now` in ms since the epoch.
 */
export async function markSeen(
  database: VineDatabase,
  id: string,
  sent: { selection: Selection; keys: readonly string[] },
  now: number,
): Promise<void> {
  const kept = await database.keptSelections.get(id);
  if (!kept || !sameData(kept.selection, sent.selection)) return;
  await keepSelections(database, [{ ...kept, seen: { at: now, keys: [...sent.keys] } }]);
}

export async function removeKeptSelection(database: VineDatabase, id: string): Promise<void> {
  await database.keptSelections.delete(id);
}
