import { CHANGE_TABLES, type ChangeTable, type Rows } from "../model/changeTables";
import { type Change, sameData, type TableChange } from "./change";

/** Something that was changed since a change was made, so that making or taking it back now would lose the newer. */
export interface Conflict {
  readonly table: ChangeTable;
  readonly key: string;
  /** The field, and the entry in it where the field holds many: a student's score in a column of scores. */
  readonly path: readonly string[];
}

/**
 * A change fitted to the records as they are now: what others did since to other fields and other entries stays.
 * Where the very same field or entry was changed since, it is a conflict, and the change must not be made.
 */
export function rebaseChange(now: Rows, change: Change): { change: Change; conflicts: Conflict[] } {
  const conflicts: Conflict[] = [];
  const rebased: Record<string, TableChange<unknown>> = {};
  for (const table of CHANGE_TABLES) {
    const tableChange = change[table] as TableChange<unknown> | undefined;
    if (!tableChange) continue;
    const rows: ReadonlyMap<string, unknown> = now[table] ?? NO_ROWS;
    const fitted: TableChange<unknown> = { added: {}, updated: {}, removed: {} };
    const conflict = (key: string, path: readonly string[] = []) => conflicts.push({ table, key, path });
    for (const [key, row] of Object.entries(tableChange.added)) {
      const here = rows.get(key);
      if (here === undefined) fitted.added[key] = row;
      else if (!sameData(here, row)) conflict(key);
    }
    for (const [key, row] of Object.entries(tableChange.removed)) {
      const here = rows.get(key);
      if (sameData(here, row)) fitted.removed[key] = row;
      else if (here !== undefined) conflict(key);
    }
    for (const [key, [from, to]] of Object.entries(tableChange.updated)) {
      const here = rows.get(key);
      if (here === undefined) conflict(key);
      else {
        const next = merged(here, from, to, 0, (path) => conflict(key, path));
        if (!sameData(here, next)) fitted.updated[key] = [here, next];
      }
    }
    rebased[table] = fitted;
  }
  return { change: rebased as Change, conflicts };
}

const NO_ROWS: ReadonlyMap<string, unknown> = new Map();

/** Records are merged field by field, and fields that hold records entry by entry; below that a value is one whole. */
const DEEPEST_MERGE = 2;

function merged(
  now: unknown,
  from: unknown,
  to: unknown,
  depth: number,
  conflict: (path: string[]) => void,
  path: string[] = [],
): unknown {
  if (sameData(from, to)) return now;
  if (sameData(now, from)) return to;
  if (sameData(now, to)) return now;
  // Of two times at which something was changed the later one holds, and is no conflict.
  if (path.at(-1) === "changedAt") return Math.max(Number(now), Number(to));
  if (depth < DEEPEST_MERGE && isRecord(now) && isRecord(from) && isRecord(to)) {
    const next: Record<string, unknown> = { ...now };
    for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
      const value = merged(now[key], from[key], to[key], depth + 1, conflict, [...path, key]);
      if (value === undefined) delete next[key];
      else next[key] = value;
    }
    return next;
  }
  conflict(path);
  return now;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}
