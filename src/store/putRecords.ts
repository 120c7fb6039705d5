import { asBackupProblem, type BackupFault, BackupProblem } from "@/core/backup/manifest";
import { openDatabase, type VineDatabase } from "./openDatabase";
import { NEWEST_VERSION, SCHEMA_VERSIONS } from "./schemaVersions";
import { TABLES, type TableName } from "./tables";

/** Puts records beside whoever reads them. */
export interface RecordPutter {
  /** Puts records of a table, a JSON text each, into the database of a name; gives what is wrong with them. */
  put(
    into: { readonly name: string; readonly dataVersion: number },
    table: string,
    lines: readonly string[],
  ): Promise<BackupFault | undefined>;
  /** Nothing more is put. */
  end(): void;
}

/** A database as some version of the data had it. */
export function openAtVersion(name: string, dataVersion: number): VineDatabase {
  return openDatabase(
    name,
    SCHEMA_VERSIONS.filter(({ version }) => version <= dataVersion),
  );
}

/** Puts records into databases of this thread. */
export function recordPutter(): RecordPutter {
  let opened: VineDatabase | undefined;
  return {
    async put({ name, dataVersion }, table, lines) {
      opened ??= openAtVersion(name, dataVersion);
      try {
        const records = lines.map(recordOf);
        // What is of the present version is held against it as it comes; older data once it was brought along.
        if (dataVersion === NEWEST_VERSION) for (const record of records) refuseRecord(table as TableName, record);
        await opened.table(table).bulkAdd(records);
        return undefined;
      } catch (cause) {
        return asBackupProblem(cause).fault;
      }
    },
    end: () => opened?.close(),
  };
}

function recordOf(line: string): Record<string, unknown> {
  const record: unknown = JSON.parse(line);
  if (typeof record !== "object" || record === null || Array.isArray(record)) throw new BackupProblem("damaged");
  return record as Record<string, unknown>;
}

/** Errors: `BackupProblem`, where a record is not what its table holds. */
export function refuseRecord(name: TableName, record: Record<string, unknown>): void {
  const { error } = TABLES[name].schema.safeParse(record);
  if (error) throw new BackupProblem("damaged", { cause: new Error(`${name}: ${error.message}`) });
}
