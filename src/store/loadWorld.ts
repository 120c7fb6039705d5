import * as z from "zod";
import { type Note, noteSchema } from "@/core/model/note";
import { type PastScores, pastScoresSchema } from "@/core/model/pastScores";
import { type Plan, planSchema } from "@/core/model/plan";
import type { ScoreColumn } from "@/core/model/score";
import { DEFAULT_SETTINGS } from "@/core/model/settings";
import { SharedScores } from "@/core/model/sharedScores";
import { emptyWorldRecords, WORLD_SCHEMAS, WORLD_TABLES, type WorldRecords, type WorldTable } from "@/core/model/world";
import { eachPageOf } from "./eachPageOf";
import type { VineDatabase } from "./vineDatabase";

/**
 * Every record of the families and the gradebook. Records are checked as they are read, but for the columns of
 * scores: they were checked when they were written, and checking a million scores again would cost seconds.
 * Errors: a record that does not hold, or a database that can't be read.
 */
export async function loadWorld(database: VineDatabase): Promise<WorldRecords> {
  const records: Record<string, unknown[]> = emptyWorldRecords();
  const sharedScores = new SharedScores();
  const whole = (table: WorldTable, rows: unknown[]) =>
    table === "scoreColumns"
      ? (rows as ScoreColumn[]).map((column) => sharedScores.share(column))
      : z.array(WORLD_SCHEMAS[table]).parse(rows);
  const tables = WORLD_TABLES.map((table) => database.table(table));
  await database.transaction("r", tables, async () => {
    // What is not of use any more goes while the rest is read.
    for (const table of WORLD_TABLES)
      await eachPageOf(database.table(table), (rows) => {
        records[table]?.push(...whole(table, rows));
      });
  });
  return records as unknown as WorldRecords;
}

/** What became of the scores before now, in the order in which it happened. */
export function pastScores(database: VineDatabase): Promise<PastScores[]> {
  return database.pastScores.toArray();
}

/** What became of a score last. */
export function lastPastScore(database: VineDatabase): Promise<PastScores | undefined> {
  return database.pastScores.orderBy("seq").last();
}

/** What became of the scores of one assignment, in the order in which it happened: at each moment, what was replaced by student. */
export async function pastOfAssignment(
  database: VineDatabase,
  assignmentId: string,
): Promise<{ at: number; before: PastScores["columns"][string]["before"] }[]> {
  const past = await database.pastScores.toArray();
  return past.flatMap(({ at, columns }) => {
    const { before } = columns[assignmentId] ?? {};
    return before === undefined ? [] : [{ at, before }];
  });
}

/**
 * Puts other families and another gradebook, with what became of its scores before, in the place of all that is there,
 * and forgets notes, what was brought in, the list of changes and the record.
 */
export async function replaceEverything(
  database: VineDatabase,
  records: WorldRecords,
  past: readonly PastScores[] = [],
  automatic?: { readonly notes: readonly Note[]; readonly plans: readonly Plan[] },
): Promise<void> {
  await database.transaction("rw", database.tables, async () => {
    for (const table of database.tables) {
      // Where backups go is of this browser, whatever stands in it.
      if (table.name !== "meta" && table.name !== "backupPlaces") await table.clear();
    }
    for (const table of WORLD_TABLES) {
      await database.table(table).bulkPut(z.array(WORLD_SCHEMAS[table] as z.ZodType).parse(records[table]));
    }
    await database.pastScores.bulkAdd(z.array(pastScoresSchema).parse(past) as never[]);
    if (automatic) {
      await database.notes.bulkPut(z.array(noteSchema).parse(automatic.notes));
      await database.plans.bulkPut(z.array(planSchema).parse(automatic.plans));
    }
    await ensureSettings(database);
    await database.meta.put({ key: BEGUN, value: 1 });
    await database.meta.put({ key: MADE_UP, value: records.classes.length > 0 ? 1 : 0 });
  });
}

const BEGUN = "begun";
const MADE_UP = "made up";

/** Whether what is there began as a demo school, in which everybody is made up. */
export async function isMadeUp({ meta }: VineDatabase): Promise<boolean> {
  return (await meta.get(MADE_UP))?.value === 1;
}

/** Whether there ever was anything: who emptied it has no demo school come back by itself. */
async function wasBegun(database: VineDatabase): Promise<boolean> {
  return (await database.meta.get(BEGUN)) !== undefined;
}

/** A database without settings gets plain ones. */
export async function ensureSettings(database: VineDatabase): Promise<void> {
  if ((await database.settings.count()) === 0) await database.settings.add(DEFAULT_SETTINGS);
}

/** Whether there is any class or student yet. */
async function isWorldEmpty(database: VineDatabase): Promise<boolean> {
  return (await database.classes.count()) + (await database.students.count()) === 0;
}

/** Whether nothing was ever kept here. */
export async function isUntouched(database: VineDatabase): Promise<boolean> {
  return !(await wasBegun(database)) && (await isWorldEmpty(database));
}
