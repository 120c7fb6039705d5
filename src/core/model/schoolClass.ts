import * as z from "zod";
import { daySchema } from "./day";

/** A group of assignments with a weight; weights need not sum to 100. `dropLowest` counts scores. */
export const categorySchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  /** Weights are relative to each other; they need not sum to 100. */
  weight: z.number().min(0),
  /** How many counting scores are left out in each student's favour. */
  dropLowest: z.number().int().min(0),
});
export type Category = z.infer<typeof categorySchema>;

/** What a missing assignment earns: nothing, a set percent of its points possible, or it does not count at all. */
export const missingRuleSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("zero") }),
  z.object({ kind: z.literal("percent"), percent: z.number().min(0).max(100).multipleOf(0.01) }),
  z.object({ kind: z.literal("left out") }),
]);
export type MissingRule = z.infer<typeof missingRuleSchema>;

/** A class is one course taught to one group; its settings say how its figures are made. */
export const schoolClassSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  block: z.string(),
  studentIds: z.array(z.string()),
  /** By student id, where it is known: when somebody came into the class, and left it. */
  joinedOn: z.record(z.string(), daySchema).optional(),
  leftOn: z.record(z.string(), daySchema).optional(),
  categories: z.array(categorySchema),
  method: z.enum(["points", "weighted"]),
  missingRule: missingRuleSchema,
  /** In percent of the points possible, taken from late scores. */
  lateDeduction: z.number().min(0).max(100).multipleOf(0.01),
  blankAfterDueIsMissing: z.boolean(),
  decimals: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  gradeScaleId: z.string(),
  year: z.enum(["mean of terms", "pooled"]),
  /** Which average counts where there are both scores and an imported average. */
  averageSource: z.enum(["computed", "imported"]),
  /** By term id; a term that is not named here weighs 1. */
  termWeights: z.record(z.string(), z.number().min(0)),
});
export type SchoolClass = z.infer<typeof schoolClassSchema>;

/** A class as it is named among others: two blocks of one course are told apart. */
export function classLabel(schoolClass: Pick<SchoolClass, "name" | "block">): string {
  return schoolClass.block ? `${schoolClass.name}, ${schoolClass.block}` : schoolClass.name;
}
