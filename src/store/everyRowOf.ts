import { eachPageOf } from "./eachPageOf";
import { TABLES, type TableName } from "./tables";
import type { VineDatabase } from "./vineDatabase";

/** Gives every record of every table but files, some at a time. */
export async function everyRowOf(
  database: VineDatabase,
  take: (table: TableName, rows: Record<string, unknown>[]) => void | Promise<void>,
  without: readonly TableName[] = [],
): Promise<void> {
  for (const name of Object.keys(TABLES) as TableName[]) {
    if (name === "enclosedFiles" || without.includes(name)) continue;
    await eachPageOf(database.table(name), (rows) => take(name, rows));
  }
}
