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

/** What the teacher decided about one table. What is not set is guessed again each time, with what is known by then. */
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
  /** What parts whole numbers from decimals, where the cells alone don't tell. */
  decimalSign: z.enum([".", ","]).optional(),
  /** How the file is read, where the guess was wrong. */
  encoding: z.string().optional(),
  delimiter: z.string().optional(),
  /** Whether hidden rows, columns and sheets of the workbook are taken as well. */
  hidden: z.literal("taken").optional(),
  /** What becomes of students who are in another class than the roster says. */
  moves: z.enum(["moved", "in both"]).optional(),
  /** The class that students of a roster without one are put into. */
  newClass: z.string().trim().optional(),
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
  /** What holds for all tables of one shape, by the shape: an answer about one is an answer about all alike. */
  shapes: z.record(z.string(), tableChoicesSchema).default({}),
  /** What an undecided column is, by the key of its heading, in all tables. */
  columns: z.record(z.string(), columnMeaningSchema).default({}),
  /** What new assignments are worth, by the key of their title, in all tables. */
  points: z.record(z.string(), z.number().min(0)).default({}),
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
export const NO_CHOICES: BringInChoices = {
  tables: {},
  shapes: {},
  columns: {},
  points: {},
  marks: {},
  answers: {},
  idSeed: "",
};

/** Choices that hold for one table alone; all others are shared by the tables of its shape. */
const OF_ONE_TABLE = [
  "classId",
  "period",
  "rows",
  "assignments",
  "encoding",
  "delimiter",
  "newClass",
  "hidden",
] as const;

/** Parts choices about a table into those of this one and those of all of its shape. */
export function shareable(part: TableChoices): { ofTable: TableChoices; ofShape: TableChoices } {
  const isOwn = (key: string) => (OF_ONE_TABLE as readonly string[]).includes(key);
  const pick = (test: (key: string) => boolean) =>
    Object.fromEntries(Object.entries(part).filter(([key]) => test(key)));
  return { ofTable: pick(isOwn), ofShape: pick((key) => !isOwn(key)) };
}

/** Choices with some more; a choice about one column or row leaves the others as they are. */
export function joinedChoices(known: TableChoices, part: TableChoices): TableChoices {
  return {
    ...known,
    ...part,
    ...(part.meanings && { meanings: { ...known.meanings, ...part.meanings } }),
    ...(part.assignments && { assignments: { ...known.assignments, ...part.assignments } }),
    ...(part.percents && { percents: { ...known.percents, ...part.percents } }),
    ...(part.rows && { rows: { ...known.rows, ...part.rows } }),
  };
}
