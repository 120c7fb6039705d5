import * as z from "zod";
import { audienceSchema } from "./audience";
import { matchSchema, selectionPartSchema } from "./condition";
import { letterBodySchema, letterSubjectSchema } from "./letterBody";
import { variantsSchema } from "./note";
import { noteKindSchema } from "./noteKind";
import { MAX_REPORTS, reportChoiceSchema } from "./reportChoice";

/** What of a note can be used again: its words, whom they are for, and what kind of note it is. */
export const noteWordsSchema = z.object({
  name: z.string(),
  kind: noteKindSchema,
  audience: audienceSchema,
  match: matchSchema,
  conditions: z.array(selectionPartSchema),
  subject: letterSubjectSchema,
  body: letterBodySchema,
  /** Files of before the product wrote in several languages have neither. */
  language: z.string().min(2).default("en"),
  variants: variantsSchema.default([]),
  /** Reports that are made for each letter and go along with it. */
  reports: z.array(reportChoiceSchema).max(MAX_REPORTS).optional(),
});
export type NoteWords = z.infer<typeof noteWordsSchema>;

/** Words that the teacher kept to begin notes with. */
export const templateSchema = noteWordsSchema.extend({
  id: z.string().min(1),
  /** Ms since the epoch. */
  changedAt: z.number(),
});
export type Template = z.infer<typeof templateSchema>;
