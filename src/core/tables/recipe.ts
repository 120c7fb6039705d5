import * as z from "zod";
import { markMeaningSchema } from "../figures/markMeaning";
import { nameKey } from "../matching/nameKey";
import { safeKey } from "../model/ownValue";
import { columnMeaningSchema } from "./columnMeaning";
import { TABLE_KINDS } from "./tableKind";

/** How tables of one shape are read: the teacher's answers, remembered for the next table of that shape. */
export const recipeSchema = z.object({
  /** The shape itself, by `shapeId`. */
  id: z.string().min(1),
  /** Only where it was told otherwise than its columns tell. */
  kind: z.enum(TABLE_KINDS).optional(),
  /** In files of which names, by `fileStem`, the columns of figures that nothing says more of are scores: so it was told. */
  figures: z.array(z.string()).default([]),
  /** What columns hold where that was not clear from the heading, by the key of the heading. */
  meanings: z.record(z.string(), columnMeaningSchema),
  /** How percents are read, by the key of the heading. */
  percents: z.record(z.string(), z.enum(["percents", "fractions"])),
  dateOrder: z.enum(["day first", "month first"]).optional(),
  blanks: z.enum(["leave", "clear"]),
  marks: z.record(z.string(), markMeaningSchema),
  /** Whose row a row in doubt is, by the key of the row: a student's id, nobody, or somebody new. */
  answers: z.record(z.string(), z.string()),
  /** The class that the teacher chose for files of a name, by `fileStem`. */
  classes: z.record(z.string(), z.string()),
  usedAt: z.number(),
});
export type Recipe = z.infer<typeof recipeSchema>;

/**
 * Tables have one shape when their headings agree, but for the figures: the assignments are others every week.
 * The kind of file plays no part, so that a table exported as CSV one week and as XLSX the next is known.
 */
export function shapeId(titles: readonly string[], isFigure: readonly boolean[]): string {
  return titles
    .map((title, place) => (isFigure[place] ? "" : headerKey(title)))
    .filter(Boolean)
    .join("|");
}

/** What two headings have in common that mean the same: case and accents don't count. */
export function headerKey(title: string): string {
  return safeKey(nameKey(title) || title.trim().toLowerCase());
}

/**
 * "scores 2026-11-24 (3).csv" and "Scores 2026-12-01.xlsx" come from the same place. Other numbers stay: they may be
 * the class's own, as in "block 2".
 */
export function fileStem(fileName: string): string {
  return fileName
    .replace(/\.[a-z0-9]{2,5}$/i, "")
    .replace(
      /\d{4}[-_.]?\d{2}[-_.]?\d{2}|\d{1,2}[-_.]\d{1,2}[-_.]\d{2,4}|\(\d+\)|\b(week|copy|version)[ _-]?\d+/gi,
      " ",
    )
    .replace(/[\s_.:-]+/g, " ")
    .trim()
    .toLowerCase();
}
