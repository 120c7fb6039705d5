import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { Kysely, type SqliteDatabase, SqliteDialect, type SqliteStatement } from "kysely";
import Libsql from "libsql";
import { MAX_ADDRESS_CHARACTERS } from "../edge/caps";
import { Problem } from "../edge/problem";
import { migrate } from "./migrations";
import type { Tables } from "./tables";

/** Only the owner may read what is below the data folder. */
export const PRIVATE_FILE = 0o600;
const PRIVATE_FOLDER = 0o700;

export const DATABASE_FILE = "vine-note.db";
/** Says where the server runs that has the database open, to whoever comes second. */
const ADDRESS_FILE = "running-at";

/** The database as the driver gives it; tests put a faulty one in between. */
export type RawDatabase = InstanceType<typeof Libsql>;

/**
 * In this order: the lock before the first read, so that no memory is shared by a file, which a full disk would refuse; the
 * vacuum before the first table. `FULL` waits for the disk with each commit; `secure_delete` overwrites what is deleted, so
 * that no byte of an erased name stays. The log is carried over at 16 MB and not at 4: a round with enclosures fills 4 MB with
 * thirty letters.
 */
const PRAGMAS = [
  "locking_mode = EXCLUSIVE",
  "auto_vacuum = INCREMENTAL",
  "journal_mode = WAL",
  "synchronous = FULL",
  "foreign_keys = ON",
  "secure_delete = ON",
  "journal_size_limit = 8000000",
  "wal_autocheckpoint = 4000",
];

/** How many ways of asking are kept ready; asking again costs as much as the answer. */
const MOST_STATEMENTS = 200;

/**
 * Opens the server's database in a folder, and holds it for this process alone as long as it is open, by whatever path
 * another one may come; whoever comes is told of `address`. Errors: `in use`, another process has it; `damaged`, it can't be read; else as the system says.
 */
export async function openDatabase(folder: string, address?: string): Promise<ServerDatabase> {
  mkdirSync(folder, { recursive: true, mode: PRIVATE_FOLDER });
  const file = path.join(folder, DATABASE_FILE);
  // The file is made before it is opened, so that nobody else could read it for a moment.
  if (!existsSync(file)) writeFileSync(file, "", { mode: PRIVATE_FILE });
  chmodSync(file, PRIVATE_FILE);
  let raw: RawDatabase | undefined;
  try {
    raw = new Libsql(file);
    const database = await ServerDatabase.over(raw, (one) => one as unknown as SqliteDatabase);
    chmodSync(`${file}-wal`, PRIVATE_FILE);
    if (address !== undefined) leaveAddress(folder, address);
    return database;
  } catch (cause) {
    raw?.close();
    throw problemOf(cause, folder);
  }
}

function leaveAddress(folder: string, address: string): void {
  try {
    writeFileSync(path.join(folder, ADDRESS_FILE), address, { mode: PRIVATE_FILE });
  } catch {
    // On a full disk nobody is told where the server runs; that it runs is told all the same.
  }
}

function problemOf(cause: unknown, folder: string): unknown {
  const { code = "" } = cause as { code?: string };
  if (code.startsWith("SQLITE_BUSY")) {
    const said = path.join(folder, ADDRESS_FILE);
    const where = existsSync(said) ? ` at ${readFileSync(said, "utf8").slice(0, MAX_ADDRESS_CHARACTERS)}` : "";
    return new Problem(
      "in use",
      `Vine Note is already running${where} with the data in this folder. Use that one, or stop it before you start another: two would send every letter twice.`,
      { cause },
    );
  }
  return isDamage(cause) ? new Problem("damaged", DAMAGED, { cause }) : cause;
}

/** What is said where the file can't be read. */
export const DAMAGED =
  "The file that holds what the post room remembers (vine-note.db) is damaged. Your gradebook and notes are safe in this browser, and no letter leaves. Under Settings, Mail, you can repair it.";

/** Whether a failure says that what is in the file can't be right. */
export function isDamage(cause: unknown): boolean {
  return /^SQLITE_(CORRUPT|NOTADB)/.test((cause as { code?: string }).code ?? "");
}

/** Whether the disk took nothing, by the codes of the database and of the system. */
export function isDiskFailure(cause: unknown): boolean {
  const { code = "" } = cause as { code?: string };
  return (
    /^SQLITE_(FULL|IOERR|READONLY|CANTOPEN)/.test(code) ||
    ["ENOSPC", "EDQUOT", "EROFS", "EACCES", "EIO", "EMFILE", "EFBIG"].includes(code)
  );
}

/** The open database. */
export class ServerDatabase {
  private constructor(
    readonly db: Kysely<Tables>,
    private readonly raw: RawDatabase,
  ) {}

  static async over(raw: RawDatabase, between: (raw: RawDatabase) => SqliteDatabase): Promise<ServerDatabase> {
    for (const pragma of PRAGMAS) raw.pragma(pragma);
    const db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: withReadyStatements(between(raw), raw) }) });
    await migrate(db);
    return new ServerDatabase(db, raw);
  }

  /**
   * Writes everything that was deleted over and gives its room back. Nothing of it is left in the file or its log. Errors:
   * somebody reads for long.
   */
  async scrub(): Promise<void> {
    for (let turn = 0; turn < SCRUB_TURNS; turn += 1) {
      this.raw.pragma("incremental_vacuum");
      const [{ busy } = { busy: 1 }] = this.raw.pragma("wal_checkpoint(TRUNCATE)") as { busy: number }[];
      if (busy === 0) return;
      await new Promise((resolve) => setTimeout(resolve, SCRUB_PAUSE_MS));
    }
    throw new Error("The database could not be tidied: it is busy.");
  }

  /**
   * Lets go of the file, so that it can be opened again in this process. The driver keeps it open, and locked, as long as
   * statements are left over; a lock that was taken with the log ends only when that log is left.
   */
  async close(): Promise<void> {
    // The connection is free once no transaction is under way.
    await this.db.connection().execute(async () => {
      for (const pragma of ["journal_mode = DELETE", "locking_mode = NORMAL", "schema_version"])
        try {
          this.raw.pragma(pragma);
        } catch {
          // A disk that takes nothing any more: what was committed is in the log, and read by the next start.
        }
    });
    await this.db.destroy();
  }
}

const SCRUB_TURNS = 50;
const SCRUB_PAUSE_MS = 100;

/** The driver with statements kept ready, blobs as bytes, and a rollback that does no harm where the database rolled back itself. */
function withReadyStatements(database: SqliteDatabase, raw: RawDatabase): SqliteDatabase {
  const ready = new Map<string, SqliteStatement>();
  const prepare = (query: string): SqliteStatement => {
    if (query === "rollback" && !raw.inTransaction) return NOTHING;
    const known = ready.get(query);
    if (known) return known;
    const statement = withBytes(database.prepare(query));
    if (ready.size >= MOST_STATEMENTS) ready.clear();
    // What changes the shape of the database is asked once.
    if (/^(select|insert|update|delete|begin|commit)/.test(query)) ready.set(query, statement);
    return statement;
  };
  return { prepare, close: () => database.close() };
}

const NOTHING: SqliteStatement = {
  reader: false,
  all: () => [],
  run: () => ({ changes: 0, lastInsertRowid: 0 }),
  iterate: () => [][Symbol.iterator](),
};

/** The driver gives blobs as plain buffers. */
function withBytes(statement: SqliteStatement): SqliteStatement {
  return {
    reader: statement.reader,
    all: (asked) => {
      const rows = statement.all(asked) as Record<string, unknown>[];
      for (const row of rows)
        for (const [name, value] of Object.entries(row))
          if (value instanceof ArrayBuffer) row[name] = Buffer.from(value);
      return rows;
    },
    run: (asked) => statement.run(asked),
    iterate: (asked) => statement.iterate(asked),
  };
}
