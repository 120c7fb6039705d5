import type { Dexie, Table } from "dexie";
import type { RecordOf, TableName } from "./tables";

export type VineDatabase = Dexie & { readonly [Name in TableName]: Table<RecordOf<Name>> };
