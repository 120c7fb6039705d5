import { WORLD_TABLES, type World, type WorldTable } from "../model/world";
import { type Change, sameData, type TableChange } from "./change";

/** Something that was changed since a change was made, so that making or taking it back now would lose the newer. */
export interface Conflict {
  readonly table: WorldTable;
  readonly key: string;
  /** The field, and the entry in it where the field holds many: a student's score in a column of scores. */
  readonly path: readonly string[];
}

/**
 * A change fitted to the world as it is now: what others did since to other fields and other entries stays.
 * Where the very same field or entry was changed since, it is a conflict, and the change must not be made.
 */
export function rebaseChange(world: World, change: Change): { change: Change; conflicts: Conflict[] } {
  const conflicts: Conflict[] = [];
  const rebased: Record<string, TableChange<unknown>> = {};
  for (const table of WORLD_TABLES) {
    const tableChange = change[table] as TableChange<unknown> | undefined;
    if (!tableChange) continue;
    const rows: ReadonlyMap<string, unknown> = world[table];
    const fitted: TableChange<unknown> = { added: {}, updated: {}, removed: {} };
    const conflict = (key: string, path: readonly string[] = []) => conflicts.push({ table, key, path });
    for (const [key, row] of Object.entries(tableChange.added)) {
      const now = rows.get(key);
      if (now === undefined) fitted.added[key] = row;
      else if (!sameData(now, row)) conflict(key);
    }
    for (const [key, row] of Object.entries(tableChange.removed)) {
      const now = rows.get(key);
      if (sameData(now, row)) fitted.removed[key] = row;
      else if (now !== undefined) conflict(key);
    }
    for (const [key, [from, to]] of Object.entries(tableChange.updated)) {
      const now = rows.get(key);
      if (now === undefined) conflict(key);
      else {
        const next = merged(now, from, to, 0, (path) => conflict(key, path));
        if (!sameData(now, next)) fitted.updated[key] = [now, next];
      }
    }
    rebased[table] = fitted;
  }
  return { change: rebased as Change, conflicts };
}

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

/** A record that would lose what it points to if a change were made. */
export interface Dangling {
  readonly table: WorldTable;
  readonly key: string;
  readonly missing: { readonly table: WorldTable; readonly key: string };
}

/** What in a world still depends on records that a change removes; the first few are enough to say so. */
export function dependentsOn(after: World, change: Change, most = 20): Dangling[] {
  const removed = (table: WorldTable) => new Set(Object.keys((change[table] as TableChange<unknown>)?.removed ?? {}));
  const [students, guardians, assignments, classes] = (
    ["students", "guardians", "assignments", "classes"] as const
  ).map(removed) as [Set<string>, Set<string>, Set<string>, Set<string>];
  if (students.size + guardians.size + assignments.size + classes.size === 0) return [];
  const found: Dangling[] = [];
  const add = (table: WorldTable, key: string, missingTable: WorldTable, missing: string) => {
    if (found.length < most) found.push({ table, key, missing: { table: missingTable, key: missing } });
  };
  for (const schoolClass of after.classes.values()) {
    for (const id of schoolClass.studentIds) if (students.has(id)) add("classes", schoolClass.id, "students", id);
  }
  for (const student of after.students.values()) {
    for (const { guardianId } of student.guardians) {
      if (guardians.has(guardianId)) add("students", student.id, "guardians", guardianId);
    }
  }
  for (const { id, classId } of after.assignments.values()) {
    if (classes.has(classId)) add("assignments", id, "classes", classId);
  }
  for (const { assignmentId, scores } of after.scoreColumns.values()) {
    if (assignments.has(assignmentId)) add("scoreColumns", assignmentId, "assignments", assignmentId);
    for (const id of students) if (id in scores) add("scoreColumns", assignmentId, "students", id);
  }
  for (const { id, classId, percents } of after.averageColumns.values()) {
    if (classes.has(classId)) add("averageColumns", id, "classes", classId);
    for (const student of students) if (student in percents) add("averageColumns", id, "students", student);
  }
  for (const { id, classId, marks } of after.checklists.values()) {
    if (classes.has(classId)) add("checklists", id, "classes", classId);
    for (const student of students) if (student in marks) add("checklists", id, "students", student);
  }
  for (const { id, classId } of after.logEntries.values()) {
    if (classes.has(classId)) add("logEntries", id, "classes", classId);
  }
  return found;
}
