import type { Change, TableChange } from "@/core/change/change";
import { WORLD_TABLES, type World, type WorldTable } from "@/core/model/world";
import { rowsNow, type TouchedKeys } from "@/store/rowsNow";
import type { VineDatabase } from "@/store/vineDatabase";

/** What leads from the world as it is shown to what stands in the database: other tabs may have written in another order. */
export async function changeToNow(database: VineDatabase, world: World, keys: TouchedKeys): Promise<Change> {
  const change: Record<string, TableChange<unknown>> = {};
  const ofWorld = Object.fromEntries(
    Object.entries(keys).filter(([table]) => WORLD_TABLES.includes(table as WorldTable)),
  );
  for (const { table, key, row } of await rowsNow(database, ofWorld)) {
    const shown: unknown = world[table as WorldTable].get(key);
    change[table] ??= { added: {}, updated: {}, removed: {} };
    if (shown === undefined && row !== undefined) change[table].added[key] = row;
    else if (shown !== undefined && row === undefined) change[table].removed[key] = shown;
    else if (row !== undefined) change[table].updated[key] = [shown, row];
  }
  return change as Change;
}
