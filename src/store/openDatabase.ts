import Dexie from "dexie";
import { defineVersions, NEWEST_VERSION, SCHEMA_VERSIONS } from "./schemaVersions";
import type { VineDatabase } from "./vineDatabase";

/**
 * Opens the browser's database, bringing an older one up to date first. `onNewer` is told when a newer version of the
 * application wants the data in another shape: it is closed then, so that nothing older is written any more. `onDeleted` is told when somebody deletes the data. `onBlocked` is
 * told when another tab must be closed first.
 */
export function openDatabase(
  name = "vine-note",
  versions = SCHEMA_VERSIONS,
  { onNewer, onDeleted, onBlocked }: { onNewer?: () => void; onDeleted?: () => void; onBlocked?: () => void } = {},
): VineDatabase {
  const database = new Dexie(name);
  defineVersions(database, versions);
  database.on("versionchange", ({ newVersion }) => {
    database.close();
    if (newVersion === null) onDeleted?.();
    else onNewer?.();
  });
  if (onBlocked) database.on("blocked", onBlocked);
  return database as VineDatabase;
}

/** Errors: the data was kept by a newer version of the application, which this one would not understand; it is closed. */
export async function refuseNewerData(database: VineDatabase): Promise<void> {
  await database.open();
  // Dexie counts versions in tens of the browser's.
  const kept = database.backendDB().version / 10;
  if (kept <= NEWEST_VERSION) return;
  database.close();
  throw new Error(
    `The data in this browser was kept by a newer version of Vine Note (${kept}). It is safe; start that version, or bring this one up to date.`,
  );
}

/** Takes a database of this browser away whole. */
export function deleteDatabase(name: string): Promise<void> {
  return Dexie.delete(name);
}
