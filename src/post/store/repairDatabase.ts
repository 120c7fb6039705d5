import { randomUUID } from "node:crypto";
import { existsSync, mkdtempSync, renameSync, rmSync } from "node:fs";
import path from "node:path";
import Libsql from "libsql";
import { DATABASE_FILE, openDatabase, type RawDatabase } from "./openDatabase";
import type { Tables } from "./tables";

/** In this order, so that what others belong to comes first. */
const COPIED: readonly (keyof Tables)[] = [
  "rooms",
  "secrets",
  "rounds",
  "letters",
  "pending",
  "recipients",
  "days",
  "events",
  "optOuts",
  "wishes",
  "cards",
  "cardHolds",
  "viewPages",
  "replies",
  "attachments",
  "attachmentPieces",
  "letterAttachments",
  "messages",
  "askedAgain",
  "setAside",
];

/** What a repair could read, row by row. */
export interface Repaired {
  readonly rows: number;
  /** Tables of which some could not be read. */
  readonly torn: readonly string[];
  /** Where the damaged file is now. */
  readonly aside: string;
}

/**
 * Makes a new database of whatever can be read in a damaged one, which is set aside beside it. The database must be closed. The
 * log gets another name, so that browsers read it from its beginning. A letter of which nothing could be read is not sent.
 */
export async function repairDatabase(folder: string, now: Date): Promise<Repaired> {
  const file = path.join(folder, DATABASE_FILE);
  const beside = mkdtempSync(path.join(folder, "repair-"));
  const fresh = await openDatabase(beside);
  const torn: string[] = [];
  let rows = 0;
  const damaged = new Libsql(file);
  try {
    for (const table of COPIED) {
      const { found, isWhole } = readable(damaged, table);
      if (!isWhole) torn.push(table);
      for (const row of found) {
        const values = Object.fromEntries(
          Object.entries(row).map(([name, value]) => [name, value instanceof ArrayBuffer ? Buffer.from(value) : value]),
        );
        const added = await fresh.db
          .insertInto(table)
          .values(values as never)
          .onConflict((conflict) => conflict.doNothing())
          .execute()
          .catch(() => undefined);
        if (added) rows += 1;
      }
    }
  } finally {
    damaged.close();
  }
  await fresh.db.updateTable("rooms").set({ logId: randomUUID() }).execute();
  await fresh.close();
  const aside = `${file}.damaged-${now.toISOString().slice(0, 19).replaceAll(":", "-")}`;
  for (const ending of ["", "-wal"]) if (existsSync(file + ending)) renameSync(file + ending, aside + ending);
  renameSync(path.join(beside, DATABASE_FILE), file);
  rmSync(beside, { recursive: true, force: true });
  return { rows, torn, aside: path.basename(aside) };
}

/** The rows that can be read: from the first on as far as that goes, then from the last on. */
function readable(damaged: RawDatabase, table: string) {
  const found: Record<string, unknown>[] = [];
  for (const order of ["asc", "desc"]) {
    try {
      const rows = damaged.prepare(`select * from "${table}" order by rowid ${order}`).iterate();
      for (const row of rows) found.push(row as Record<string, unknown>);
      return { found, isWhole: order === "asc" };
    } catch {
      // From this row on nothing can be read in this order.
    }
  }
  return { found, isWhole: false };
}
