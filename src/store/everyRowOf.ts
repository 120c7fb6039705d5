import type { VineDatabase } from "./openDatabase";
import { TABLES, type TableName } from "./tables";

const ROWS_AT_ONCE = 300;

/** Gives every record of every table but files, some at a time. */
export async function everyRowOf(
  database: VineDatabase,
  take: (table: TableName, rows: Record<string, unknown>[]) => void | Promise<void>,
  without: readonly TableName[] = [],
): Promise<void> {
  for (const name of Object.keys(TABLES) as TableName[]) {
    if (name === "enclosedFiles" || without.includes(name)) continue;
    const keyPath = database.table(name).schema.primKey.keyPath as string;
    let last: unknown;
    for (;;) {
      const all = database.table(name);
      const some = last === undefined ? all.toCollection() : all.where(":id").above(last as string);
      const rows: Record<string, unknown>[] = await some.limit(ROWS_AT_ONCE).toArray();
      if (rows.length === 0) break;
      last = rows.at(-1)?.[keyPath];
      await take(name, rows);
    }
  }
}
