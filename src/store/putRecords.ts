import type { RecordLines } from "@/core/backup/backupParts";
import type { BackupDifference } from "@/core/backup/difference";
import { asBackupProblem, type BackupFault, BackupProblem } from "@/core/backup/manifest";
import { releaseBuffer } from "@/core/backup/releaseBuffer";
import { everyRowOf } from "./everyRowOf";
import { openDatabase } from "./openDatabase";
import { NEWEST_VERSION, SCHEMA_VERSIONS } from "./schemaVersions";
import { TABLES, type TableName } from "./tables";
import type { VineDatabase } from "./vineDatabase";
import { WhatDiffers } from "./whatDiffers";

/** Puts records of a backup, and tells how they differ from what is here; beside whoever reads the backup. */
export interface RecordWriter {
  /** Reads what is in the database of a name here, so that what comes is held against it. */
  compareWith(hereName: string): Promise<void>;
  /** Puts records of a table, whose text is let go, into the database of a name; gives what is wrong with them. */
  put(
    into: { readonly name: string; readonly dataVersion: number },
    table: string,
    lines: RecordLines,
  ): Promise<BackupFault | undefined>;
  /** Brings data of an older version to that of today; gives what is wrong with it then. */
  bringAlong(name: string): Promise<BackupFault | undefined>;
  /** How what came differs from what is here. */
  differences(): Promise<BackupDifference[]>;
  /** Nothing more is put. */
  end(): void;
}

/** A database as some version of the data had it, to be filled: no screen is told of what is put, since none shows it. */
export function openAtVersion(name: string, dataVersion: number): VineDatabase {
  const database = openDatabase(
    name,
    SCHEMA_VERSIONS.filter(({ version }) => version <= dataVersion),
  );
  database.unuse({ stack: "dbcore", name: "Observability" });
  return database;
}

/** Puts records into databases of this thread. */
export function recordWriter(): RecordWriter {
  const whatDiffers = new WhatDiffers();
  let opened: VineDatabase | undefined;
  /** What is of the present version. */
  const take = async (table: TableName, records: readonly Record<string, unknown>[], database: VineDatabase) => {
    for (const record of records) refuseRecord(table, record);
    await whatDiffers.take(table, records, database);
  };
  return {
    compareWith: (hereName) => readHere(hereName, whatDiffers),
    put: ({ name, dataVersion }, table, lines) =>
      faultOf(async () => {
        opened ??= openAtVersion(name, dataVersion);
        const records = recordsOf(lines.text);
        releaseBuffer(lines.text);
        // Older data is looked at once it was brought along.
        if (dataVersion === NEWEST_VERSION) await take(table as TableName, records, opened);
        // Twice as many looks at the disk where each record must be new; whoever fills a database counts in the end.
        await opened.table(table).bulkPut(records);
      }),
    bringAlong: (name) =>
      faultOf(async () => {
        opened?.close();
        const database = openDatabase(name);
        opened = database;
        await everyRowOf(database, (table, rows) => take(table, rows, database));
      }),
    differences: async () => whatDiffers.differences(),
    end: () => opened?.close(),
  };
}

async function readHere(name: string, whatDiffers: WhatDiffers): Promise<void> {
  const here = openDatabase(name);
  try {
    await whatDiffers.read(here);
  } finally {
    here.close();
  }
}

async function faultOf(work: () => Promise<void>): Promise<BackupFault | undefined> {
  try {
    await work();
    return undefined;
  } catch (cause) {
    return asBackupProblem(cause).fault;
  }
}

const NEWLINE = 10;
/** A mark before a text would be none of JSON. */
const UTF_8 = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true });

/** Errors: what is no text, or no record. */
function recordsOf(text: Uint8Array): Record<string, unknown>[] {
  const records: Record<string, unknown>[] = [];
  for (let from = 0; from < text.length; ) {
    const end = text.indexOf(NEWLINE, from);
    if (end < 0) throw new BackupProblem("damaged");
    const record: unknown = JSON.parse(UTF_8.decode(text.subarray(from, end)));
    if (typeof record !== "object" || record === null || Array.isArray(record)) throw new BackupProblem("damaged");
    records.push(record as Record<string, unknown>);
    from = end + 1;
  }
  return records;
}

/** Errors: `BackupProblem`, where a record is not what its table holds. */
function refuseRecord(name: TableName, record: Record<string, unknown>): void {
  const { error } = TABLES[name].schema.safeParse(record);
  if (error) throw new BackupProblem("damaged", { cause: new Error(`${name}: ${error.message}`) });
}
