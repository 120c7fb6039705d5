import Dexie, { type EntityTable } from "dexie";
import type { Letter, Round } from "@/core/delivery/round";
import type { ContactCard } from "@/core/families/contactCard";
import type { FamilyAnswer } from "@/core/families/familyEvent";
import type { ImportRecord } from "@/core/model/importRecord";
import type { Note } from "@/core/model/note";
import type { WorldTables } from "@/core/model/world";
import type { Recipe } from "@/core/tables/recipe";
import { defineVersions, SCHEMA_VERSIONS } from "./schemaVersions";

/** What the browser keeps about itself, such as how far the post room's journal has been read. */
export interface MetaRecord {
  key: string;
  value: string | number;
}

type Keyed = { [T in Exclude<keyof WorldTables, "scoreColumns">]: EntityTable<WorldTables[T], "id"> };

export type VineDatabase = Dexie &
  Keyed & {
    scoreColumns: EntityTable<WorldTables["scoreColumns"], "assignmentId">;
    notes: EntityTable<Note, "id">;
    rounds: EntityTable<Round, "id">;
    letters: EntityTable<Letter, "id">;
    imports: EntityTable<ImportRecord, "id">;
    recipes: EntityTable<Recipe, "id">;
    cards: EntityTable<ContactCard, "id">;
    familyAnswers: EntityTable<FamilyAnswer, "id">;
    meta: EntityTable<MetaRecord, "key">;
  };

/** Opens the browser's database, bringing an older one up to date first. */
export function openDatabase(name = "vine-note", versions = SCHEMA_VERSIONS): VineDatabase {
  const database = new Dexie(name);
  defineVersions(database, versions);
  return database as VineDatabase;
}
