import { type Change, sameData, setRows } from "@/core/change/change";
import type { Note } from "@/core/model/note";
import { keptByName } from "@/store/keptByName";
import type { OfficeCore } from "../open/officeCore";

/**
 * The change that remembers whom a kept selection held (by `selectedKey`) when a round was sent by it. One whose words
 * are others than those that were sent by is left as it is. `now` in ms since the epoch.
 */
export async function seenByRound(
  { database }: OfficeCore,
  { keptSelectionId, selection }: Note,
  keys: readonly string[],
  now: number,
): Promise<Change> {
  const all = await keptByName(database);
  const kept = all.find(({ id }) => id === keptSelectionId);
  if (!kept || !sameData(kept.selection, selection)) return {};
  const seen = { ...kept, seen: { at: now, keys: [...keys] } };
  return { keptSelections: setRows<"keptSelections">(new Map([[kept.id, kept]]), [[kept.id, seen]]) };
}
