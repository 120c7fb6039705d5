import type { BackupPlace } from "./tables";
import type { VineDatabase } from "./vineDatabase";

const ID = "backup";

/** Where backups go by themselves, and how the last one went. */
export async function backupPlace(database: VineDatabase): Promise<BackupPlace> {
  return (await database.backupPlaces.get(ID)) ?? { id: ID };
}

export function changeBackupPlace(database: VineDatabase, part: Partial<BackupPlace>): Promise<void> {
  return database.transaction("rw", database.backupPlaces, async () => {
    const known = await backupPlace(database);
    const next = { ...known, ...part };
    for (const key of Object.keys(next) as (keyof BackupPlace)[]) if (next[key] === undefined) delete next[key];
    await database.backupPlaces.put(next);
  });
}
