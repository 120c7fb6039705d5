import { type Change, keysOf, type TableChange } from "@/core/change/change";
import { CHANGE_TABLES, type ChangeTable } from "@/core/model/changeTables";
import type { VineDatabase } from "./vineDatabase";

/** The keys of records, by table. */
export type TouchedKeys = { readonly [T in ChangeTable]?: readonly string[] };

/** Which records a change touches. */
export function touchedKeys(change: Change): TouchedKeys {
  return Object.fromEntries(
    CHANGE_TABLES.flatMap((table) => {
      const keys = keysOf(change[table] as TableChange<unknown> | undefined);
      return keys.length > 0 ? [[table, keys]] : [];
    }),
  );
}

/** Some records as they are in the database now; one that is not there has no value. */
export async function rowsNow(
  database: VineDatabase,
  keys: TouchedKeys,
): Promise<{ readonly table: ChangeTable; readonly key: string; readonly row: unknown }[]> {
  const found = await Promise.all(
    (Object.entries(keys) as [ChangeTable, readonly string[]][]).map(async ([table, wanted]) => {
      const rows: unknown[] = await database.table(table).bulkGet([...wanted]);
      return wanted.map((key, place) => ({ table, key, row: rows[place] }));
    }),
  );
  return found.flat();
}
