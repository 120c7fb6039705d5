import type { BackupDifference } from "@/core/backup/difference";
import { eachPageOf, keyOf } from "./eachPageOf";
import type { VineDatabase } from "./openDatabase";
import type { TableName } from "./tables";

/** What a teacher asks for, by table. */
const COMPARED = [
  "classes",
  "students",
  "guardians",
  "assignments",
  "scoreColumns",
  "notes",
  "plans",
  "rounds",
  "letters",
  "replies",
  "talks",
] as const satisfies readonly TableName[];
type Compared = (typeof COMPARED)[number];

/** Records that are not met in the backup yet, as texts by their keys; and what was counted. */
interface Side {
  readonly notMet: Map<string, string>;
  inBackup: number;
  here: number;
  onlyInBackup: number;
  differ: number;
}

/**
 * What differs between a backup and what is here. What is here is read once, while a backup is still decrypted; each record
 * of the backup is held against it as it comes, in any order.
 */
export class WhatDiffers {
  private readonly sides = new Map<string, Side>();

  /** Reads what is here. */
  async read(here: VineDatabase): Promise<void> {
    await Promise.all(COMPARED.map((what) => this.readTable(here, what)));
  }

  /** Takes records of a table of the backup, as the present version of the data has them. */
  take(table: string, records: readonly Record<string, unknown>[], database: VineDatabase): void {
    const side = this.sides.get(table);
    if (!side) return;
    for (const record of records) {
      const key = keyOf(database.table(table), record);
      const text = side.notMet.get(key);
      side.notMet.delete(key);
      side.inBackup += 1;
      if (text === undefined) side.onlyInBackup += 1;
      else if (text !== JSON.stringify(record)) side.differ += 1;
    }
  }

  /** By table, in the order in which a teacher asks for them; none where nothing was read here. */
  differences(): BackupDifference[] {
    return COMPARED.flatMap((what) => {
      const side = this.sides.get(what);
      if (!side) return [];
      const { notMet, ...counts } = side;
      return [{ what, ...counts, onlyHere: notMet.size }];
    });
  }

  private async readTable(database: VineDatabase, what: Compared): Promise<void> {
    const notMet = new Map<string, string>();
    const table = database.table(what);
    await eachPageOf(table, (rows) => {
      for (const row of rows) notMet.set(keyOf(table, row), JSON.stringify(row));
    });
    this.sides.set(what, { notMet, here: notMet.size, inBackup: 0, onlyInBackup: 0, differ: 0 });
  }
}
