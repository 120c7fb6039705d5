import type * as z from "zod";
import { applyChange, type Change, isEmptyChange, type TableChange } from "@/core/change/change";
import { type ChangeAbout, type ChangeEntry, changeEntrySchema, MOST_CHANGES_LISTED } from "@/core/change/changeEntry";
import { conflictWords } from "@/core/change/conflictWords";
import { danglingRecords, tablesToJudge } from "@/core/change/danglingRecords";
import { rebaseChange } from "@/core/change/rebaseChange";
import { joinedChange, slimChange } from "@/core/change/slimChange";
import { replacedBy } from "@/core/change/worldAsOf";
import type { Said } from "@/core/delivery/outboxEntry";
import { addressesOf } from "@/core/families/newOptOuts";
import {
  CHANGE_SCHEMAS,
  CHANGE_TABLES,
  type ChangeTable,
  type ChangeTables,
  changeKey,
  type Rows,
} from "@/core/model/changeTables";
import { wantsNoLetters } from "@/core/model/guardian";
import { WORLD_TABLES, type World } from "@/core/model/world";
import { logPlace } from "./logPlace";
import { addToOutbox } from "./outbox";
import { rowsNow, touchedKeys } from "./rowsNow";
import type { VineDatabase } from "./vineDatabase";

/** What became of a change that was wanted: it was made, fitted to what is there now, or nothing was done. */
export type Commit =
  | { readonly ok: true; readonly change: Change; readonly seq: number | undefined }
  /** Why nothing was done, in words. */
  | { readonly ok: false; readonly problem: string };

/** Ends a transaction that must leave nothing behind. */
class Refused extends Error {}

/**
 * The one place that changes what the teacher can change. Reads the touched records again, fits the change to what others
 * did meanwhile, looks at what hangs on it, checks every record, and writes it in one transaction, with its line in
 * the list of changes; all of it or nothing. `now` in ms since the epoch. `also` runs in the same transaction, once the
 * change is made. Errors: the disk is full, or a record does not hold; nothing was written then.
 */
export async function commitChange(
  database: VineDatabase,
  wanted: Change,
  about: ChangeAbout,
  now: number,
  also: (change: Change) => Promise<void> = async () => undefined,
): Promise<Commit> {
  return whole(database, async () => {
    const change = await makeChange(database, wanted, now);
    await also(change);
    return { ok: true, change, seq: await listChange(database, change, about, now) };
  });
}

/** Runs work in one transaction over all tables; what was refused in it becomes words. */
export async function whole(database: VineDatabase, work: () => Promise<Commit>): Promise<Commit> {
  try {
    return await database.transaction("rw", database.tables, work);
  } catch (cause) {
    if (cause instanceof Refused) return { ok: false, problem: cause.message };
    throw cause;
  }
}

/**
 * Fits a change to what is there and writes it, within a transaction of the caller's. `narrow` may take something out of it
 * once it is fitted. Errors: `Refused` where something newer stands in the way.
 */
export async function makeChange(
  database: VineDatabase,
  wanted: Change,
  now: number,
  narrow: (change: Change) => Change = (change) => change,
): Promise<Change> {
  if (isEmptyChange(wanted)) return {};
  const { change: fitted, conflicts } = rebaseChange(await rowsTouchedBy(database, wanted), wanted);
  const change = narrow(fitted);
  const judged = tablesToJudge(change);
  if (conflicts.length > 0 || judged.length > 0) {
    const world = await someTables(database, conflicts.length > 0 ? CHANGE_TABLES : judged);
    const dangling = danglingRecords(applyChange(world as World, change), change);
    if (conflicts.length + dangling.length > 0) {
      const known = await someTables(
        database,
        CHANGE_TABLES.filter((table) => table !== "scoreColumns"),
      );
      throw new Refused(conflictWords(conflicts, dangling, known));
    }
  }
  const checked = checkedChange(change);
  for (const table of CHANGE_TABLES) {
    const rows = checked[table] as TableChange<unknown> | undefined;
    if (!rows) continue;
    await database.table(table).bulkDelete(Object.keys(rows.removed));
    await database
      .table(table)
      .bulkPut([...Object.values(rows.added), ...Object.values(rows.updated).map(([, to]) => to)]);
  }
  await addToOutbox(database, await optOutsOf(database, checked));
  const replaced = replacedBy(checked, now);
  if (replaced) await database.pastScores.add(replaced as never);
  return checked;
}

/** Who wants letters no more by a change, or again: the server is told of it. */
async function optOutsOf(database: VineDatabase, { guardians, students }: Change): Promise<Said[]> {
  const people = [guardians, students].flatMap((table) => Object.values(table?.updated ?? {}));
  const turned = people.filter(([before, after]) => wantsNoLetters(before) !== wantsNoLetters(after));
  if (turned.length === 0) return [];
  const { logId: journalId, seq } = await logPlace(database);
  return turned.map(([before, after]): Said => {
    const addresses = [...new Set([...addressesOf(before), ...addressesOf(after)])];
    return { kind: "opt-out", personId: after.id, addresses, wanted: !wantsNoLetters(after), read: { journalId, seq } };
  });
}

/** A change with every record that it writes as its schema has it. Errors: a record does not hold. */
function checkedChange(change: Change): Change {
  const checked: Record<string, TableChange<unknown>> = {};
  for (const [table, { added, updated, removed }] of Object.entries(change) as [ChangeTable, TableChange<unknown>][]) {
    const schema = CHANGE_SCHEMAS[table] as z.ZodType;
    checked[table] = {
      added: Object.fromEntries(Object.entries(added).map(([key, row]) => [key, schema.parse(row)])),
      updated: Object.fromEntries(Object.entries(updated).map(([key, [from, to]]) => [key, [from, schema.parse(to)]])),
      removed,
    };
  }
  return checked as Change;
}

/** Puts a change on the list, joined with the line before where both are steps of one thing; gives the line's number. */
async function listChange(
  database: VineDatabase,
  change: Change,
  about: ChangeAbout,
  now: number,
): Promise<number | undefined> {
  if (isEmptyChange(change) && about.kind === undefined) return undefined;
  const { kind = "change", ...words } = about;
  const last = await database.changes.orderBy("seq").last();
  const joined = last && joinedEntry(last, change, about, now);
  if (joined) {
    await database.changes.put(joined);
    return joined.seq;
  }
  // A bring-in keeps its change in a record of its own, and wishes and rounds are not taken back.
  const entry = { ...words, kind, at: now, ...(kind === "change" && { change: slimChange(change) }) };
  const seq = Number(await database.changes.add(changeEntrySchema.omit({ seq: true }).parse(entry) as never));
  await database.changes
    .where("seq")
    .belowOrEqual(seq - MOST_CHANGES_LISTED)
    .delete();
  return seq;
}

/** How soon after each other changes of one thing are one line, in ms. */
const JOINED_WITHIN_MS = 30_000;

function joinedEntry(
  last: ChangeEntry,
  change: Change,
  { joins, words }: ChangeAbout,
  now: number,
): ChangeEntry | undefined {
  const isNext = joins !== undefined && last.joins === joins && last.takenBackAt === undefined;
  if (!isNext || !last.change || now - last.at > JOINED_WITHIN_MS) return undefined;
  const next = joinedChange(last.change, slimChange(change));
  return next && { ...last, at: now, words, change: next };
}

/** The records that a change would touch, as they are now. */
async function rowsTouchedBy(database: VineDatabase, change: Change): Promise<Rows> {
  const rows: Record<string, Map<string, unknown>> = {};
  for (const { table, key, row } of await rowsNow(database, touchedKeys(change))) {
    rows[table] ??= new Map();
    if (row !== undefined) rows[table].set(key, row);
  }
  return rows as Rows;
}

/** Some tables whole; the others are empty. */
async function someTables(database: VineDatabase, tables: readonly ChangeTable[]): Promise<Rows> {
  const rows: Record<string, ReadonlyMap<string, unknown>> = Object.fromEntries(
    WORLD_TABLES.map((table) => [table, new Map()]),
  );
  for (const table of tables) {
    const records: ChangeTables[ChangeTable][] = await database.table(table).toArray();
    rows[table] = new Map(records.map((record) => [changeKey(table, record), record]));
  }
  return rows as Rows;
}
