import * as z from "zod";
import { ownTypeSchema } from "../model/extraColumn";

/** What a column can hold, in the words of the pickers. */
export const COLUMN_ROLES = [
  "student number",
  "full name",
  "given name",
  "family name",
  "preferred name",
  "student address",
  "class",
  "block",
  "birthday",
  "joined on",
  "left on",
  "group tag",
  "guardian name",
  "guardian given name",
  "guardian family name",
  "guardian address",
  "relation",
  "language",
  "frequency",
  "time stamp",
  "scores",
  "overall average",
  "category average",
  "assignment",
  "score",
  "points possible",
  "category",
  "due date",
  "status",
  "comment",
  "extra credit",
  "term",
  "from date",
  "to date",
  "write to",
  "comment on scores",
  "own column",
  "letter grade",
  "undecided",
  "not used",
] as const;
export type ColumnRole = (typeof COLUMN_ROLES)[number];

/** What one column holds. */
export const columnMeaningSchema = z.object({
  role: z.enum(COLUMN_ROLES),
  /** Which guardian of the row the column is about, counted from 1. */
  guardian: z.number().int().min(1).optional(),
  /** The category whose averages a column holds, as it is named in the table. */
  category: z.string().optional(),
  /** How a guardian is related to the student, where the heading says it: "Mother". */
  relation: z.string().optional(),
  /** The name of an extra column, where it is another than the heading, and what its values are. */
  name: z.string().optional(),
  type: ownTypeSchema.optional(),
  /** Whether a yes asks for no letters, as under "Do not contact". */
  isNegative: z.boolean().optional(),
  /** The heading of the column of scores that comments are about. */
  of: z.string().optional(),
});
export type ColumnMeaning = z.infer<typeof columnMeaningSchema>;

/** Roles that are about one guardian of the row. */
export const GUARDIAN_ROLES: readonly ColumnRole[] = [
  "guardian name",
  "guardian given name",
  "guardian family name",
  "guardian address",
  "relation",
  "language",
  "frequency",
];
/** Whether a role is about one guardian of the row. */
export function isOfGuardian(role: ColumnRole): boolean {
  return GUARDIAN_ROLES.includes(role);
}

const NAMING: readonly ColumnRole[] = ["student number", "full name", "given name", "family name", "student address"];

/** Whether a column says whose row it is. */
export function isIdentity(role: ColumnRole): boolean {
  return NAMING.includes(role);
}
