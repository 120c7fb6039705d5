import { conflictsWith, reverseChange } from "@/core/change/change";
import { type ImportRecord, importRecordSchema } from "@/core/model/importRecord";
import type { VineDatabase } from "./database";
import { commitChange, rowsTouchedBy } from "./worldRepository";

/** Applies an import and remembers it, both or neither. */
export async function applyImport(database: VineDatabase, record: ImportRecord): Promise<void> {
  importRecordSchema.parse(record);
  await database.transaction("rw", database.tables, async () => {
    await refuseOverwriting(database, record.change);
    await commitChange(database, record.change);
    await database.imports.put(record);
  });
}

/** Takes a whole import back, or applies it again after that. Refuses when something newer would be lost. */
export async function turnImport(database: VineDatabase, id: string, now: number): Promise<ImportRecord> {
  return database.transaction("rw", database.tables, async () => {
    const record = await database.imports.get(id);
    if (!record) throw new Error("This import is not there any more.");
    const change = record.takenBackAt === undefined ? reverseChange(record.change) : record.change;
    await refuseOverwriting(database, change);
    await commitChange(database, change);
    const turned = { ...record, takenBackAt: record.takenBackAt === undefined ? now : undefined };
    await database.imports.put(turned);
    return turned;
  });
}

/** The imports, the newest first. */
export function importsNewestFirst(database: VineDatabase): Promise<ImportRecord[]> {
  return database.imports.orderBy("appliedAt").reverse().toArray();
}

async function refuseOverwriting(database: VineDatabase, change: ImportRecord["change"]): Promise<void> {
  const conflicts = conflictsWith(await rowsTouchedBy(database, change), change);
  if (conflicts.length > 0) {
    throw new Error(
      "Some of these scores were changed since. Nothing was done, so that the newer ones are not lost. Take back the newer import first.",
    );
  }
}
