import type { Table } from "dexie";
import * as z from "zod";
import { type Change, isEmptyChange, type TableChange } from "@/core/change/change";
import { replacedBy } from "@/core/change/pastScores";
import { type PastScores, pastScoresSchema } from "@/core/model/pastScores";
import {
  emptyWorldRecords,
  WORLD_SCHEMAS,
  WORLD_TABLES,
  type World,
  type WorldRecords,
  type WorldTable,
  worldOf,
} from "@/core/model/world";
import type { VineDatabase } from "./database";

/**
 * Every record of the families and the gradebook. Records are checked as they are read, but for the columns of
 * scores: they were checked when they were written, and checking a million scores again would cost seconds.
 */
export async function loadWorld(database: VineDatabase): Promise<WorldRecords> {
  const records: Record<string, unknown> = emptyWorldRecords();
  await database.transaction("r", tablesOf(database), async () => {
    for (const table of WORLD_TABLES) {
      const rows = await tableOf(database, table).toArray();
      records[table] = table === "scoreColumns" ? rows : z.array(WORLD_SCHEMAS[table]).parse(rows);
    }
  });
  return records as WorldRecords;
}

/** What became of the scores before now, in the order in which it happened. */
export function pastScores(database: VineDatabase): Promise<PastScores[]> {
  return database.pastScores.toArray();
}

/**
 * Makes a change in one transaction: all of it or nothing. Every record that it writes is checked first, and the scores
 * that it replaces are remembered with the time. `now` in ms since the epoch.
 */
export async function commitChange(database: VineDatabase, change: Change, now = Date.now()): Promise<void> {
  if (isEmptyChange(change)) return;
  const replaced = replacedBy(change, now);
  const writes = WORLD_TABLES.flatMap((table) => {
    const tableChange = change[table] as TableChange<unknown> | undefined;
    return tableChange ? [{ table, ...writesOf(table, tableChange) }] : [];
  });
  await database.transaction("rw", [...tablesOf(database), database.pastScores], async () => {
    for (const { table, removed, put } of writes) {
      await tableOf(database, table).bulkDelete(removed);
      await tableOf(database, table).bulkPut(put);
    }
    if (replaced) await database.pastScores.add(pastScoresSchema.parse(replaced));
  });
}

/** The records that a change would touch, as they are now. */
export async function rowsTouchedBy(database: VineDatabase, change: Change): Promise<World> {
  const records = emptyWorldRecords() as Record<WorldTable, unknown[]>;
  for (const table of WORLD_TABLES) {
    const keys = Object.values(change[table] ?? {}).flatMap((rows: Record<string, unknown>) => Object.keys(rows));
    records[table] = (await tableOf(database, table).bulkGet(keys)).filter((row) => row !== undefined);
  }
  return worldOf(records as WorldRecords);
}

/**
 * Puts other families and another gradebook, with what became of its scores before, in the place of all that is there,
 * and forgets notes, imports and the record.
 */
export async function replaceEverything(
  database: VineDatabase,
  records: WorldRecords,
  past: readonly PastScores[] = [],
): Promise<void> {
  await database.transaction("rw", database.tables, async () => {
    for (const table of database.tables) {
      if (table.name !== "meta") await table.clear();
    }
    for (const table of WORLD_TABLES) {
      await tableOf(database, table).bulkPut(z.array(WORLD_SCHEMAS[table] as z.ZodType).parse(records[table]));
    }
    await database.pastScores.bulkAdd(z.array(pastScoresSchema).parse(past));
  });
}

/** Whether there is any class or student yet. */
export async function isWorldEmpty(database: VineDatabase): Promise<boolean> {
  return (await database.classes.count()) + (await database.students.count()) === 0;
}

function writesOf(table: WorldTable, { added, updated, removed }: TableChange<unknown>) {
  const rows = [...Object.values(added), ...Object.values(updated).map(([, to]) => to)];
  return { removed: Object.keys(removed), put: z.array(WORLD_SCHEMAS[table] as z.ZodType).parse(rows) };
}

function tableOf(database: VineDatabase, table: WorldTable): Table {
  return database.table(table);
}

function tablesOf(database: VineDatabase): Table[] {
  return WORLD_TABLES.map((table) => tableOf(database, table));
}
