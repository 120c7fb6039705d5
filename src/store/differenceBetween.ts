import type { BackupDifference } from "@/core/backup/difference";
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

const ROWS_AT_ONCE = 500;

/** What differs between a backup, in a database of its own, and what is here. */
export async function differenceBetween(backup: VineDatabase, here: VineDatabase): Promise<BackupDifference[]> {
  const found: BackupDifference[] = [];
  for (const name of COMPARED) {
    const [theirs, ours] = await Promise.all([backup, here].map((one) => one.table(name).toCollection().primaryKeys()));
    const known = new Set(ours);
    const both = (theirs ?? []).filter((key) => known.has(key));
    let differ = 0;
    for (let from = 0; from < both.length; from += ROWS_AT_ONCE) {
      const keys = both.slice(from, from + ROWS_AT_ONCE);
      const [a = [], b = []] = await Promise.all([backup, here].map((one) => one.table(name).bulkGet(keys)));
      differ += keys.filter((_key, place) => JSON.stringify(a[place]) !== JSON.stringify(b[place])).length;
    }
    found.push({
      ...{ what: name, inBackup: theirs?.length ?? 0, here: ours?.length ?? 0, differ },
      ...{ onlyInBackup: (theirs?.length ?? 0) - both.length, onlyHere: (ours?.length ?? 0) - both.length },
    });
  }
  return found;
}
