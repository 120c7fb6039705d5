import type { Naming } from "@/core/letter/carryRenames";
import type { VineDatabase } from "./vineDatabase";

/** All that is written with names of the gradebook in it and is no part of the gradebook itself. */
export async function allThatName({ notes, templates, keptSelections }: VineDatabase): Promise<Naming> {
  return {
    notes: await notes.toArray(),
    templates: await templates.toArray(),
    keptSelections: await keptSelections.toArray(),
  };
}
