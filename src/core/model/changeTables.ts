import type * as z from "zod";
import { type ContactCard, contactCardSchema } from "./contactCard";
import { type KeptSelection, keptSelectionSchema } from "./keptSelection";
import { type Note, noteSchema } from "./note";
import { type Plan, planSchema } from "./plan";
import type { ScoreColumn } from "./score";
import { type Talk, talkSchema } from "./talk";
import { type Template, templateSchema } from "./template";
import { WORLD_SCHEMAS, type WorldTables } from "./world";

/** Every table that the teacher changes herself, and can take changes back in: the world, and what is written with it. */
export interface ChangeTables extends WorldTables {
  notes: Note;
  plans: Plan;
  templates: Template;
  keptSelections: KeptSelection;
  cards: ContactCard;
  talks: Talk;
}
export type ChangeTable = keyof ChangeTables;

/** What the records of each table must be; every one that is written is checked. */
export const CHANGE_SCHEMAS: { [T in ChangeTable]: z.ZodType<ChangeTables[T]> } = {
  ...WORLD_SCHEMAS,
  notes: noteSchema,
  plans: planSchema,
  templates: templateSchema,
  keptSelections: keptSelectionSchema,
  cards: contactCardSchema,
  talks: talkSchema,
};
/** The names of these tables, those of the world first. */
export const CHANGE_TABLES = Object.keys(CHANGE_SCHEMAS) as ChangeTable[];

/** The field that names a record: a column of scores goes by its assignment. */
export function changeKey<T extends ChangeTable>(table: T, record: ChangeTables[T]): string {
  return table === "scoreColumns" ? (record as ScoreColumn).assignmentId : (record as { id: string }).id;
}

/** Records of some tables by their keys; a table that is not named has none. */
export type Rows = { readonly [T in ChangeTable]?: ReadonlyMap<string, ChangeTables[T]> };
