import { type KeptSelection, keptSelectionSchema } from "@/core/model/keptSelection";
import type { VineDatabase } from "./vineDatabase";

/** All selections kept by name, by their names. One that can't be read any more is not there. */
export async function keptByName(database: VineDatabase): Promise<KeptSelection[]> {
  const kept = await database.keptSelections.toArray();
  const order = new Intl.Collator("en", { sensitivity: "base", numeric: true });
  return kept
    .flatMap((one) => keptSelectionSchema.safeParse(one).data ?? [])
    .sort((a, b) => order.compare(a.name, b.name));
}
