import type { BackupSource, OnProgress } from "@/core/backup/backupParts";
import { eachPageOf } from "./eachPageOf";
import { databaseId } from "./runRepository";
import { NEWEST_VERSION } from "./schemaVersions";
import { TABLES, type TableName } from "./tables";
import type { VineDatabase } from "./vineDatabase";

/** Files are parts of their own. */
export const FILES: TableName = "enclosedFiles";

/** The tables that a backup holds as records. */
export const BACKED_UP = (Object.keys(TABLES) as TableName[]).filter(
  (name) => name !== FILES && TABLES[name].backup === "in the backup",
);

/** What stands in a database, to be backed up. */
export async function backupSource(database: VineDatabase, newId: () => string): Promise<BackupSource> {
  return {
    dataVersion: NEWEST_VERSION,
    madeFrom: await databaseId(database, newId),
    snapshot: (onProgress) => snapshot(database, BACKED_UP, onProgress),
    fileNames: () => database[FILES].toCollection().primaryKeys() as Promise<string[]>,
    file: async (sha256) => {
      const record = await database.enclosedFiles.get(sha256);
      return record && new Uint8Array(record.bytes);
    },
  };
}

/**
 * All tables as they are at one moment: one transaction reads them, so that what is written meanwhile waits. What is read is
 * laid down as it comes, where the browser keeps it on its disk.
 */
export function snapshot(database: VineDatabase, names: readonly string[], onProgress: OnProgress) {
  const tables = names.map((name) => database.table(name));
  return database.transaction("r", tables, async () => {
    const found = new Map<string, { lines: Blob; records: number }>();
    for (const [place, table] of tables.entries()) {
      onProgress({ doing: "reading", done: place, of: tables.length });
      const parts: Blob[] = [];
      let records = 0;
      await eachPageOf(table, (rows) => {
        parts.push(new Blob([rows.map((row) => `${JSON.stringify(row)}\n`).join("")]));
        records += rows.length;
      });
      found.set(table.name, { lines: new Blob(parts), records });
    }
    return found;
  });
}
