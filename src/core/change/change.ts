import { CHANGE_TABLES, type ChangeTable, type ChangeTables, changeKey } from "../model/changeTables";
import { WORLD_TABLES, type World } from "../model/world";

/** What happened to the records of one table, by key. It can be applied, taken back, shown and kept. */
export interface TableChange<Row> {
  added: Record<string, Row>;
  updated: Record<string, [from: Row, to: Row]>;
  removed: Record<string, Row>;
}

/** What happened, by table. */
export type Change = { [T in ChangeTable]?: TableChange<ChangeTables[T]> };

/** The change that takes another one back. */
export function reverseChange(change: Change): Change {
  return mapTables(change, ({ added, updated, removed }) => ({
    added: removed,
    updated: Object.fromEntries(Object.entries(updated).map(([key, [from, to]]) => [key, [to, from]])),
    removed: added,
  }));
}

/** A new world with the change made; untouched tables are the same objects, and what is no part of the world is passed over. */
export function applyChange(world: World, change: Change): World {
  const next: Record<string, ReadonlyMap<string, unknown>> = { ...world };
  for (const table of WORLD_TABLES) {
    const tableChange = change[table];
    if (!tableChange) continue;
    const rows = new Map<string, unknown>(world[table]);
    for (const key of Object.keys(tableChange.removed)) rows.delete(key);
    for (const [key, row] of Object.entries(tableChange.added)) rows.set(key, row);
    for (const [key, [, to]] of Object.entries(tableChange.updated)) rows.set(key, to);
    next[table] = rows;
  }
  return next as World;
}

/** The change of one table that sets the given rows, seen from what is there now; rows that stay the same are not in it. */
export function setRows<T extends ChangeTable>(
  current: ReadonlyMap<string, ChangeTables[T]>,
  rows: Iterable<readonly [string, ChangeTables[T]]>,
): TableChange<ChangeTables[T]> {
  const change: TableChange<ChangeTables[T]> = { added: {}, updated: {}, removed: {} };
  for (const [key, row] of rows) {
    const before = current.get(key);
    if (before === undefined) change.added[key] = row;
    else if (!sameData(before, row)) change.updated[key] = [before, row];
  }
  return change;
}

/** The change of one table that leads from some records to others. */
export function changedRows<T extends ChangeTable>(
  from: readonly ChangeTables[T][],
  to: readonly ChangeTables[T][],
): TableChange<ChangeTables[T]> {
  const [before, after] = [from, to].map((rows) => new Map(rows.map((row) => [(row as { id: string }).id, row])));
  const removed = [...(before ?? [])].filter(([key]) => !after?.has(key));
  return { ...setRows<T>(before ?? new Map(), after ?? []), removed: Object.fromEntries(removed) };
}

/** Whether a change does nothing at all. */
export function isEmptyChange(change: Change): boolean {
  return CHANGE_TABLES.every((table) => keysOf(change[table]).length === 0);
}

/** The change that brings records of one table in. */
export function adding<T extends ChangeTable>(table: T, rows: readonly ChangeTables[T][]): Change {
  return { [table]: { added: byKey(table, rows), updated: {}, removed: {} } };
}

/** The change that makes one record another; none where they are the same. */
export function updating<T extends ChangeTable>(table: T, from: ChangeTables[T], to: ChangeTables[T]): Change {
  return sameData(from, to)
    ? {}
    : { [table]: { added: {}, updated: { [changeKey(table, to)]: [from, to] }, removed: {} } };
}

/** The change that takes records of one table out. */
export function removing<T extends ChangeTable>(table: T, rows: readonly ChangeTables[T][]): Change {
  return { [table]: { added: {}, updated: {}, removed: byKey(table, rows) } };
}

function byKey<T extends ChangeTable>(table: T, rows: readonly ChangeTables[T][]): Record<string, ChangeTables[T]> {
  return Object.fromEntries(rows.map((row) => [changeKey(table, row), row]));
}

/**
 * The change that leads from one world to another, looking only at the records that some other changes touched: many
 * steps become one.
 */
export function changeBetween(before: World, after: World, touchedBy: readonly Change[]): Change {
  const change: Record<string, TableChange<unknown>> = {};
  for (const table of WORLD_TABLES) {
    const keys = new Set(touchedBy.flatMap((step) => keysOf(step[table])));
    const tableChange: TableChange<unknown> = { added: {}, updated: {}, removed: {} };
    for (const key of keys) {
      const from: unknown = before[table].get(key);
      const to: unknown = after[table].get(key);
      if (from === undefined && to !== undefined) tableChange.added[key] = to;
      else if (from !== undefined && to === undefined) tableChange.removed[key] = from;
      else if (!sameData(from, to)) tableChange.updated[key] = [from, to];
    }
    if (keysOf(tableChange).length > 0) change[table] = tableChange;
  }
  return change as Change;
}

/** The keys of all records that a change of one table touches. */
export function keysOf(change: TableChange<unknown> | undefined): string[] {
  return change ? [...Object.keys(change.added), ...Object.keys(change.updated), ...Object.keys(change.removed)] : [];
}

/** Whether two plain records hold the same data, whatever the order of their keys. */
export function sameData(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const left = a as Record<string, unknown>;
  const right = b as Record<string, unknown>;
  const keys = new Set([...Object.keys(left), ...Object.keys(right)]);
  for (const key of keys) if (!sameData(left[key], right[key])) return false;
  return true;
}

function mapTables(change: Change, map: (tableChange: TableChange<unknown>) => TableChange<unknown>): Change {
  return Object.fromEntries(
    Object.entries(change).map(([table, tableChange]) => [table, map(tableChange as TableChange<unknown>)]),
  ) as Change;
}
