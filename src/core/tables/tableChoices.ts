import * as z from "zod";
import { markMeaningSchema } from "../figures/markMeaning";
import { columnMeaningSchema } from "./columnMeaning";
import { TABLE_KINDS } from "./tableKind";

/** Where a column of scores goes, where the teacher says otherwise than the heading: fields that are not set are guessed. */
export const assignmentChoiceSchema = z.object({
  /** An assignment that is there already. */
  assignmentId: z.string().optional(),
  title: z.string().optional(),
  category: z.string().optional(),
  pointsPossible: z.number().min(0).optional(),
  dueDate: z.iso.date().optional(),
});
export type AssignmentChoice = z.infer<typeof assignmentChoiceSchema>;

/** What the teacher decided about one table. What is not set is guessed anew each time, with what is known by then. */
export const tableChoicesSchema = z.object({
  kind: z.enum(TABLE_KINDS).optional(),
  lastHeaderRow: z.number().int().min(0).optional(),
  /** By column. */
  meanings: z.record(z.string(), columnMeaningSchema).optional(),
  classId: z.string().optional(),
  period: z.string().optional(),
  /** By column. */
  assignments: z.record(z.string(), assignmentChoiceSchema).optional(),
  percents: z.record(z.string(), z.enum(["percents", "fractions"])).optional(),
  dateOrder: z.enum(["day first", "month first"]).optional(),
  /** Whether an empty cell leaves a score as it is, or clears it. */
  blanks: z.enum(["leave", "clear"]).optional(),
  /** Rows taken in or left out by hand, by place in the table. */
  rows: z.record(z.string(), z.enum(["taken", "left out"])).optional(),
});
export type TableChoices = z.infer<typeof tableChoicesSchema>;

/** The answer that nobody is meant, and the one that somebody new is meant. */
export const NOBODY = "nobody";
/** The answer that somebody new is meant. */
export const ADD = "add";

/** All answers about tables that are brought in together: what a mark means and who is meant is asked once for all of them. */
export const bringInChoicesSchema = z.object({
  tables: z.record(z.string(), tableChoicesSchema),
  marks: z.record(z.string(), markMeaningSchema),
  /** By the key of a row: a student's id, `NOBODY` or `ADD`. */
  answers: z.record(z.string(), z.string()),
  /** How dates of numbers are written, in all tables where one alone does not tell. */
  dateOrder: z.enum(["day first", "month first"]).optional(),
  /** Drawn at random for what is brought in together: what the ids of new records are made with. */
  idSeed: z.string().default(""),
});
export type BringInChoices = z.infer<typeof bringInChoicesSchema>;

/** Nothing was decided yet: all is guessed or asked. */
export const NO_CHOICES: BringInChoices = { tables: {}, marks: {}, answers: {}, idSeed: "" };
