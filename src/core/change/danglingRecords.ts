import type { ChangeTable } from "../model/changeTables";
import type { World, WorldTable } from "../model/world";
import type { Change } from "./change";

/** A record that points to another one that is not there. */
export interface Dangling {
  readonly table: WorldTable;
  readonly key: string;
  readonly missing: { readonly table: WorldTable; readonly key: string };
}

/** What records point to: by table, the tables that hold what they name. */
const POINTS_TO: Partial<Record<WorldTable, readonly WorldTable[]>> = {
  classes: ["students"],
  students: ["guardians"],
  assignments: ["classes"],
  scoreColumns: ["assignments", "students"],
  averageColumns: ["classes", "students"],
  checklists: ["classes", "students"],
  ownColumns: ["classes", "students"],
  logEntries: ["classes"],
  seatingPlans: ["classes"],
  markings: ["assignments", "classes"],
  views: ["assignments"],
};

/** The tables that must be read to judge a change: those that may point to what it removes, and what it adds may point to. */
export function tablesToJudge(change: Change): WorldTable[] {
  const removes = (table: ChangeTable) => Object.keys(change[table]?.removed ?? {}).length > 0;
  const adds = (table: ChangeTable) => Object.keys(change[table]?.added ?? {}).length > 0;
  const pointers = Object.entries(POINTS_TO) as [WorldTable, readonly WorldTable[]][];
  const wanted = pointers.flatMap(([table, targets]) => [
    ...(targets.some(removes) ? [table] : []),
    ...(adds(table) ? targets : []),
  ]);
  return [...new Set(wanted)];
}

/**
 * The records of a world that point to what a change removes, and those that a change adds and that point to what is not
 * there; the first few are enough to say so. `after` is the world with the change made; only `tablesToJudge` are read.
 */
export function danglingRecords(after: World, change: Change, most = 20): Dangling[] {
  const found: Dangling[] = [];
  for (const [table, targets] of Object.entries(POINTS_TO) as [WorldTable, readonly WorldTable[]][]) {
    const added = new Set(Object.keys(change[table]?.added ?? {}));
    const removed = targets.map((target) => [target, new Set(Object.keys(change[target]?.removed ?? {}))] as const);
    if (added.size === 0 && removed.every(([, keys]) => keys.size === 0)) continue;
    for (const [key, record] of after[table]) {
      for (const [target, gone] of removed) {
        if (gone.size === 0 && !added.has(key)) continue;
        for (const name of namedIn(table, target, record)) {
          const isMissing = gone.has(name) || (added.has(key) && !after[target].has(name));
          if (isMissing && found.length < most) found.push({ table, key, missing: { table: target, key: name } });
        }
      }
    }
  }
  return found;
}

/** The keys of records of one table that a record of another names. */
function namedIn(table: WorldTable, target: WorldTable, record: object): readonly string[] {
  const fields = record as {
    studentIds?: string[];
    guardians?: { guardianId: string }[];
    classId?: string;
    assignmentId?: string;
    scores?: object;
    percents?: object;
    marks?: object;
    values?: object;
  };
  if (target === "guardians") return (fields.guardians ?? []).map(({ guardianId }) => guardianId);
  if (table === "markings" && target === "assignments") return [(record as { id: string }).id];
  if (target === "assignments") return fields.assignmentId === undefined ? [] : [fields.assignmentId];
  if (target === "classes") return fields.classId === undefined || fields.classId === "all" ? [] : [fields.classId];
  if (table === "classes") return fields.studentIds ?? [];
  return Object.keys(fields.scores ?? fields.percents ?? fields.marks ?? fields.values ?? {});
}
