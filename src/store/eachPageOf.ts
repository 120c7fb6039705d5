import type { Table } from "dexie";

const ROWS_AT_ONCE = 300;
type Row = Record<string, unknown>;

/** Gives the records of a table in the order of their keys, some at a time; also within a transaction. */
export async function eachPageOf(table: Table<Row>, take: (rows: Row[]) => void | Promise<void>): Promise<void> {
  for (let rows = await pageAfter(table, undefined); rows.length > 0; rows = await pageAfter(table, rows.at(-1)))
    await take(rows);
}

function pageAfter(table: Table<Row>, last: Row | undefined): Promise<Row[]> {
  const some = last ? table.where(":id").above(keyOf(table, last)) : table.toCollection();
  return some.limit(ROWS_AT_ONCE).toArray();
}

/** The key of a record of a table. */
export function keyOf(table: Table<Row>, row: Row): string {
  return row[table.schema.primKey.keyPath as string] as string;
}
