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
export async function differenceBetween(backup: VineDatabase, here: VineDatabase): Promise<BackupDifference[]> {
  const found: BackupDifference[] = [];
  for (const what of COMPARED) {
    const [theirs, ours] = [new RowsInOrder(backup.table(what)), new RowsInOrder(here.table(what))];
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
    found.push({ what, ...counts });
  }
  return found;
}
