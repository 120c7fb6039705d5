import type { Table } from "dexie";

const ROWS_AT_ONCE = 300;
type Row = Record<string, unknown>;

/** Gives the records of a table in the order of their keys, some at a time; also within a transaction. */
export async function eachPageOf(table: Table<Row>, take: (rows: Row[]) => void | Promise<void>): Promise<void> {
  for (let rows = await pageAfter(table, undefined); rows.length > 0; rows = await pageAfter(table, rows.at(-1)))
    await take(rows);
}

/** The records of a table in the order of their keys, one after the other, read some at a time. */
export class RowsInOrder {
  private page: readonly Row[] = [];
  private coming: Promise<readonly Row[]>;
  private at = 0;

  constructor(private readonly table: Table<Row>) {
    this.coming = this.readAfter(undefined);
  }

  /** None after the last one. */
  async next(): Promise<Row | undefined> {
    if (this.at === this.page.length) {
      this.page = await this.coming;
      this.at = 0;
      // The next page is read while this one is gone through.
      const last = this.page.at(-1);
      if (last) this.coming = this.readAfter(last);
    }
    this.at += 1;
    return this.page[this.at - 1];
  }

  private readAfter(last: Row | undefined): Promise<readonly Row[]> {
    const coming = Promise.resolve(pageAfter(this.table, last));
    // Told to whoever asks for it.
    coming.catch(() => undefined);
    return coming;
  }

  keyOf(row: Row): unknown {
    return keyOf(this.table, row);
  }
}

function pageAfter(table: Table<Row>, last: Row | undefined): Promise<Row[]> {
  const some = last ? table.where(":id").above(keyOf(table, last)) : table.toCollection();
  return some.limit(ROWS_AT_ONCE).toArray();
}

function keyOf(table: Table<Row>, row: Row): string {
  return row[table.schema.primKey.keyPath as string] as string;
}
