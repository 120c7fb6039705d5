import type { BackupTarget } from "@/core/backup/backupParts";
import { BackupProblem } from "@/core/backup/manifest";
import { FILES } from "./backupSource";
import { everyRowOf } from "./everyRowOf";
import { openDatabase, type VineDatabase } from "./openDatabase";
import { SCHEMA_VERSIONS } from "./schemaVersions";
import { TABLES, type TableName } from "./tables";

/**
 * A new database that a backup is read into. Data of an older version is laid down as that version had it, and brought along
 * by the same steps as in a browser that was updated.
 */
export function fillDatabase(name: string): BackupTarget & { close(): void } {
  let database: VineDatabase | undefined;
  // What is of the present version is held against it as it comes; older data once it was brought along.
  let isCurrent = false;
  const opened = () => {
    if (!database) throw new Error("Nothing was begun.");
    return database;
  };
  return {
    dataVersion: NEWEST,
    async begin(dataVersion) {
      isCurrent = dataVersion === NEWEST;
      database = openDatabase(
        name,
        SCHEMA_VERSIONS.filter(({ version }) => version <= dataVersion),
      );
      await database.open();
      return new Set(database.tables.map((table) => table.name));
    },
    async put(table, records) {
      if (isCurrent) for (const record of records) refuseRecord(table as TableName, record);
      await opened().table(table).bulkAdd(records);
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
      opened().close();
      database = openDatabase(name);
      if (!isCurrent) await refuseBroken(database);
      // Every school has settings.
      if ((await database.classes.count()) > 0 && (await database.settings.count()) === 0)
        throw new BackupProblem("damaged");
    },
    close: () => database?.close(),
  };
}

const NEWEST = SCHEMA_VERSIONS.at(-1)?.version ?? 1;

/** Errors: `BackupProblem`, where a record is not what its table holds. */
async function refuseBroken(database: VineDatabase): Promise<void> {
  await everyRowOf(database, (name, rows) => {
    for (const row of rows) refuseRecord(name, row);
  });
}

function refuseRecord(name: TableName, record: Record<string, unknown>): void {
  const { error } = TABLES[name].schema.safeParse(record);
  if (error) throw new BackupProblem("damaged", { cause: new Error(`${name}: ${error.message}`) });
}
