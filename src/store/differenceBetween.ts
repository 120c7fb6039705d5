import type { Table } from "dexie";
import type { BackupDifference } from "@/core/backup/difference";
import { RowsInOrder } from "./eachPageOf";
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

/** What differs between a backup, in a database of its own, and what is here. */
export function differenceBetween(backup: VineDatabase, here: VineDatabase): Promise<BackupDifference[]> {
  // None waits for another one's reading.
  return Promise.all(
    COMPARED.map(async (what) => ({ what, ...(await compared(backup.table(what), here.table(what))) })),
  );
}

async function compared(inBackup: Table, here: Table): Promise<Omit<BackupDifference, "what">> {
  const [theirs, ours] = [new RowsInOrder(inBackup), new RowsInOrder(here)];
  const counts = { inBackup: 0, here: 0, differ: 0, onlyInBackup: 0, onlyHere: 0 };
  // Both come in the order of their keys: what is on one side alone is passed before the other side goes on.
  for (let [a, b] = [await theirs.next(), await ours.next()]; a || b; ) {
    const order = a && b ? indexedDB.cmp(theirs.keyOf(a), ours.keyOf(b)) : a ? -1 : 1;
    if (order === 0 && JSON.stringify(a) !== JSON.stringify(b)) counts.differ += 1;
    if (order < 0) counts.onlyInBackup += 1;
    if (order > 0) counts.onlyHere += 1;
    if (order <= 0) [a, counts.inBackup] = [await theirs.next(), counts.inBackup + 1];
    if (order >= 0) [b, counts.here] = [await ours.next(), counts.here + 1];
  }
  return counts;
}
