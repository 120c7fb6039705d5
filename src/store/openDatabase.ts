import Dexie, { type Table } from "dexie";
import { defineVersions, SCHEMA_VERSIONS } from "./schemaVersions";
import type { RecordOf, TableName } from "./tables";

export type VineDatabase = Dexie & { readonly [Name in TableName]: Table<RecordOf<Name>> };

/**
 * Opens the browser's database, bringing an older one up to date first. `onNewer` is told when a newer version of the
 * application wants the data in another shape: it is closed then, so that nothing older is written any more.
 */
export function openDatabase(
  name = "vine-note",
  versions = SCHEMA_VERSIONS,
  onNewer: () => void = () => undefined,
): VineDatabase {
  const database = new Dexie(name);
  defineVersions(database, versions);
  database.on("versionchange", () => {
    database.close();
    onNewer();
  });
  return database as VineDatabase;
}
