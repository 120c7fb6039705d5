import type { Table } from "dexie";

const MOST_ROWS = 300;
const FIRST_ROWS = 10;
/** Of the JSON texts of the rows that are held at once. */
const CHARACTERS_AT_ONCE = 2_000_000;
type Row = Record<string, unknown>;

/**
 * Gives the records of a table in the order of their keys, some at a time; also within a transaction. Where they are large,
 * by the last one that was read, there are fewer of them at a time.
 */
export async function eachPageOf(table: Table<Row>, take: (rows: Row[]) => void | Promise<void>): Promise<void> {
  let limit = FIRST_ROWS;
  let last: Row | undefined;
  for (;;) {
    const some = last ? table.where(":id").above(keyOf(table, last)) : table.toCollection();
    const rows = await some.limit(limit).toArray();
    last = rows.at(-1);
    if (!last) return;
    await take(rows);
    if (rows.length < limit) return;
    const fitting = Math.floor(CHARACTERS_AT_ONCE / JSON.stringify(last).length);
    limit = Math.min(Math.max(fitting, 1), MOST_ROWS);
  }
}

/** The key of a record of a table. */
export function keyOf(table: Table<Row>, row: Row): string {
  return row[table.schema.primKey.keyPath as string] as string;
}
