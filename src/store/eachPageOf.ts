import type { Table } from "dexie";

const ROWS_AT_ONCE = 300;

/** Gives the records of a table in the order of their keys, some at a time; also within a transaction. */
export async function eachPageOf(
  table: Table<Record<string, unknown>>,
  take: (rows: Record<string, unknown>[]) => void | Promise<void>,
): Promise<void> {
  const keyPath = table.schema.primKey.keyPath as string;
  let last: unknown;
  for (;;) {
    const some = last === undefined ? table.toCollection() : table.where(":id").above(last as string);
    const rows = await some.limit(ROWS_AT_ONCE).toArray();
    if (rows.length === 0) return;
    last = rows.at(-1)?.[keyPath];
    await take(rows);
  }
}
