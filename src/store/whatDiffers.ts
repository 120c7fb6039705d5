import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import type { Table } from "dexie";
import type { BackupDifference } from "@/core/backup/difference";
import { isFinal, type LetterState, letterStateSchema } from "@/core/delivery/letterState";
import { eachPageOf, keyOf } from "./eachPageOf";
import type { TableName } from "./tables";
import type { VineDatabase } from "./vineDatabase";

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

/** By key: what tells each record that was met on one side, and not on the other yet, from others (`markOf`). */
type NotMet = Map<string, string>;

interface Side {
  readonly here: NotMet;
  readonly inBackup: NotMet;
  countHere: number;
  countInBackup: number;
  differ: number;
}

/**
 * What differs between a backup and what is here. Both are read once, in any order and at the same time; of a record only a
 * digest is kept, until the other side has the one of the same key.
 */
export class WhatDiffers {
  private readonly sides = new Map<Compared, Side>(
    COMPARED.map((what) => [what, { here: new Map(), inBackup: new Map(), countHere: 0, countInBackup: 0, differ: 0 }]),
  );

  /** Reads what is here. */
  async read(here: VineDatabase): Promise<void> {
    // One table after the other: together they would fill the memory.
    for (const [what, side] of this.sides) {
      const take = (marks: Marks) => {
        side.countHere += marks.length;
        meet(side, marks, side.here, side.inBackup);
      };
      if (what === "letters") await eachLetter(here, take);
      else await eachPageOf(here.table(what), (rows) => take(marksOf(here.table(what), rows)));
    }
  }

  /** Takes records of a table of the backup, as the present version of the data has them. */
  async take(table: string, records: readonly Row[], database: VineDatabase): Promise<void> {
    const side = this.sides.get(table as Compared);
    if (!side) return;
    side.countInBackup += records.length;
    meet(side, marksOf(database.table(table), records), side.inBackup, side.here);
  }

  /** By table, in the order in which a teacher asks for them; once both sides were read. */
  differences(): BackupDifference[] {
    return [...this.sides].map(([what, { here, inBackup, countHere, countInBackup, differ }]) => ({
      ...{ what, inBackup: countInBackup, here: countHere },
      ...{ onlyInBackup: inBackup.size, onlyHere: here.size, differ },
    }));
  }
}

type Row = Record<string, unknown>;
type Marks = readonly (readonly [key: string, mark: string])[];

function meet(side: Side, marks: Marks, own: NotMet, other: NotMet): void {
  for (const [key, mark] of marks) {
    const known = other.get(key);
    if (known === undefined) own.set(key, mark);
    else if (other.delete(key) && known !== mark) side.differ += 1;
  }
}

function marksOf(table: Table<Row>, rows: readonly Row[]): Marks {
  return rows.map((row) => [keyOf(table, row), markOf(table.name, row)]);
}

/** A letter that met its fate does not change any more; of anything else every field counts. */
function markOf(table: string, row: Row): string {
  if (table === "letters" && isFinal(row.state as LetterState)) return row.state as string;
  // As texts the records of a school would fill the memory.
  return bytesToHex(sha256(utf8ToBytes(JSON.stringify(row))));
}

/** Ten thousands of letters met their fate: an index tells which, and none of them is read. */
async function eachLetter(here: VineDatabase, take: (marks: Marks) => void): Promise<void> {
  await here.transaction("r", here.letters, async () => {
    for (const state of letterStateSchema.options) {
      const keys = await here.letters.where({ state }).primaryKeys();
      if (isFinal(state)) take(keys.map((key) => [key, state]));
      else
        for (let from = 0; from < keys.length; from += LETTERS_AT_ONCE) {
          const letters = await here.letters.bulkGet(keys.slice(from, from + LETTERS_AT_ONCE));
          take(marksOf(here.table("letters"), letters as unknown as Row[]));
        }
    }
  });
}
const LETTERS_AT_ONCE = 300;
