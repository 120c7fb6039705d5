import type { BackupTarget } from "@/core/backup/backupParts";
import { BackupProblem } from "@/core/backup/manifest";
import { FILES } from "./backupSource";
import { openDatabase } from "./openDatabase";
import { openAtVersion, type RecordWriter, recordWriter } from "./putRecords";
import { NEWEST_VERSION } from "./schemaVersions";
import type { VineDatabase } from "./vineDatabase";

/**
 * A new database that a backup is read into. Data of an older version is laid down as that version had it, and brought along
 * by the same steps as in a browser that was updated.
 */
export function fillDatabase(
  name: string,
  restoreWriter: RecordWriter = recordWriter(),
): BackupTarget & { close(): void } {
  let database: VineDatabase | undefined;
  let version = NEWEST_VERSION;
  const counts = new Map<string, number>();
  const opened = () => {
    if (!database) throw new Error("Nothing was begun.");
    return database;
  };
  return {
    dataVersion: NEWEST_VERSION,
    async begin(dataVersion) {
      version = dataVersion;
      database = openAtVersion(name, version);
      await database.open();
      return new Set(database.tables.map((table) => table.name));
    },
    async put(table, lines) {
      const { records } = lines;
      const fault = await restoreWriter.put({ name, dataVersion: version }, table, lines);
      if (fault) throw new BackupProblem(fault);
      counts.set(table, (counts.get(table) ?? 0) + records);
    },
    async putFiles(some) {
      const isNow = opened().tables.some(({ name: one }) => one === FILES);
      // Older data named them otherwise.
      const records = isNow ? some : some.map(({ sha256, bytes }) => ({ digest: sha256, bytes }));
      await opened()
        .table(isNow ? FILES : "files")
        .bulkPut(records);
    },
    async finish() {
      // Of two records of one key one would have gone under.
      for (const [table, count] of counts)
        if ((await opened().table(table).count()) !== count) throw new BackupProblem("damaged");
      opened().close();
      const fault = version === NEWEST_VERSION ? undefined : await restoreWriter.bringAlong(name);
      if (fault) throw new BackupProblem(fault);
      database = openDatabase(name);
      // Every school has settings.
      if ((await database.classes.count()) > 0 && (await database.settings.count()) === 0)
        throw new BackupProblem("damaged");
    },
    close: () => {
      restoreWriter.end();
      database?.close();
    },
  };
}
