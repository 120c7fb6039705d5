import Dexie, { type EntityTable } from "dexie";
import type { ImportRecord } from "@/core/change/importRecord";
import type { Reply } from "@/core/delivery/reply";
import type { Letter, Round, WholeLetter } from "@/core/delivery/round";
import type { Talk } from "@/core/delivery/talk";
import type { ContactCard } from "@/core/families/contactCard";
import type { FamilyAnswer } from "@/core/families/familyEvent";
import type { KeptSelection } from "@/core/model/keptSelection";
import type { Note } from "@/core/model/note";
import type { PastScores } from "@/core/model/pastScores";
import type { Template } from "@/core/model/template";
import type { WorldTables } from "@/core/model/world";
import type { Recipe } from "@/core/tables/recipe";
import { defineVersions, SCHEMA_VERSIONS } from "./schemaVersions";

/** What the browser keeps about itself, such as how far the post room's journal has been read. */
export interface MetaRecord {
  key: string;
  value: string | number;
}

/** Whom the letters of a round are about and to, in its order. */
export interface RoundPeople {
  /** The round's. */
  id: string;
  people: [studentId: string, recipientId: string][];
}

/** What a search reads of the letters of a round: one record is read many times as fast as hundreds. */
export interface RoundWords {
  /** The round's. */
  id: string;
  letters: [letterId: string, words: string][];
}

type Keyed = { [T in Exclude<keyof WorldTables, "scoreColumns">]: EntityTable<WorldTables[T], "id"> };

export type VineDatabase = Dexie &
  Keyed & {
    scoreColumns: EntityTable<WorldTables["scoreColumns"], "assignmentId">;
    notes: EntityTable<Note, "id">;
    rounds: EntityTable<Round, "id">;
    letters: EntityTable<Letter, "id">;
    letterTexts: EntityTable<Pick<WholeLetter, "id" | "text">, "id">;
    letterPages: EntityTable<Pick<WholeLetter, "id" | "html">, "id">;
    roundPeople: EntityTable<RoundPeople, "id">;
    roundWords: EntityTable<RoundWords, "id">;
    /** What goes along with letters, by SHA-256. */
    files: EntityTable<{ digest: string; bytes: ArrayBuffer }, "digest">;
    replies: EntityTable<Reply, "id">;
    talks: EntityTable<Talk, "id">;
    templates: EntityTable<Template, "id">;
    keptSelections: EntityTable<KeptSelection, "id">;
    imports: EntityTable<ImportRecord, "id">;
    recipes: EntityTable<Recipe, "id">;
    cards: EntityTable<ContactCard, "id">;
    familyAnswers: EntityTable<FamilyAnswer, "id">;
    /** In the order in which it happened. */
    pastScores: EntityTable<PastScores & { seq: number }, "seq">;
    meta: EntityTable<MetaRecord, "key">;
  };

/** Opens the browser's database, bringing an older one up to date first. */
export function openDatabase(name = "vine-note", versions = SCHEMA_VERSIONS): VineDatabase {
  const database = new Dexie(name);
  defineVersions(database, versions);
  return database as VineDatabase;
}
