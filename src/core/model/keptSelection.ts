import * as z from "zod";
import { selectionSchema } from "./selection";

/** A selection kept by name, to be shared by notes, with whom it held when it was last looked at. */
export const keptSelectionSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  selection: selectionSchema,
  seen: z.object({
    /** Ms since the epoch. */
    at: z.number(),
    /** Each student with the class, as `selectedKey` names them. */
    keys: z.array(z.string()),
  }),
});
export type KeptSelection = z.infer<typeof keptSelectionSchema>;

/** Names one student in one class. */
export function selectedKey({ classId, studentId }: { classId: string; studentId: string }): string {
  return `${classId}/${studentId}`;
}

/** What changed in the result of a selection: who is new in it, and who is in it no longer. */
export function selectionNews(
  seen: readonly string[],
  now: readonly string[],
): { readonly come: readonly string[]; readonly gone: readonly string[] } {
  const [before, after] = [new Set(seen), new Set(now)];
  return { come: now.filter((key) => !before.has(key)), gone: seen.filter((key) => !after.has(key)) };
}
