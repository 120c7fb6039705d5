import type { Change, TableChange } from "./change";
import { sameData } from "./change";

/** How deep records are merged, and so how deep only what differs need be kept: fields, and the entries of fields that hold many. */
const DEEPEST_SLIMMED = 2;

/**
 * A change with only that of each updated record which differs, so that a list of many changes stays small. It can still
 * be made and taken back, by `rebaseChange`, which looks at nothing else.
 */
export function slimChange(change: Change): Change {
  const slim: Record<string, TableChange<unknown>> = {};
  for (const [table, tableChange] of Object.entries(change) as [string, TableChange<unknown>][]) {
    const updated: TableChange<unknown>["updated"] = {};
    for (const [key, [from, to]] of Object.entries(tableChange.updated)) updated[key] = differing(from, to, 0);
    slim[table] = { added: tableChange.added, removed: tableChange.removed, updated };
  }
  return slim as Change;
}

function differing(from: unknown, to: unknown, depth: number): [unknown, unknown] {
  if (depth === DEEPEST_SLIMMED || !isRecord(from) || !isRecord(to)) return [from, to];
  const [before, after]: [Record<string, unknown>, Record<string, unknown>] = [{}, {}];
  for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
    if (sameData(from[key], to[key])) continue;
    const [was, is] = differing(from[key], to[key], depth + 1);
    // A field that was not there is named too, so that steps can be joined.
    before[key] = was;
    after[key] = is;
  }
  return [before, after];
}

/**
 * Two slim changes of the same records, made one after the other, as one; none where a record came or went on the way,
 * which stays a step of its own.
 */
export function joinedChange(first: Change, then: Change): Change | undefined {
  const joined: Record<string, TableChange<unknown>> = { ...(first as Record<string, TableChange<unknown>>) };
  for (const [table, rows] of Object.entries(then) as [string, TableChange<unknown>][]) {
    if (Object.keys(rows.added).length + Object.keys(rows.removed).length > 0) return undefined;
    const before = joined[table] ?? { added: {}, updated: {}, removed: {} };
    const updated = { ...before.updated };
    for (const [key, [from, to]] of Object.entries(rows.updated)) {
      const known = updated[key];
      updated[key] = known ? [over(from, known[0], 0), over(known[1], to, 0)] : [from, to];
    }
    joined[table] = { ...before, updated };
  }
  return joined as Change;
}

/** A record with another one laid over it, as deep as records are slimmed. */
function over(under: unknown, upper: unknown, depth: number): unknown {
  if (depth === DEEPEST_SLIMMED || !isRecord(under) || !isRecord(upper)) return upper;
  const next: Record<string, unknown> = { ...under };
  for (const [key, value] of Object.entries(upper))
    next[key] = key in under ? over(under[key], value, depth + 1) : value;
  return next;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}
