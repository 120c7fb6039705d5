import * as z from "zod";
import { criteriaSchema, totalRuleSchema } from "./criterion";
import { daySchema } from "./day";
import { pointsSchema } from "./points";

/** One assignment of one class. The same work in another class is another record with the same title. */
export const assignmentSchema = z.object({
  id: z.string().min(1),
  classId: z.string(),
  termId: z.string(),
  categoryId: z.string(),
  title: z.string().min(1),
  dueDate: daySchema.optional(),
  pointsPossible: pointsSchema,
  extraCredit: z.boolean(),
  /** What it is looked at for, in the order of reading: its own copy of a rubric, or one of its own. */
  rubric: criteriaSchema.optional(),
  /** The rubric kept by name that it came from. */
  rubricId: z.string().optional(),
  /** How the points of the rubric become its score; not at all where nothing is said. */
  totalRule: totalRuleSchema.optional(),
  /** The statement by range of the total. */
  statementId: z.string().optional(),
  /** Place in the gradebook, from left to right. */
  order: z.number(),
});
export type Assignment = z.infer<typeof assignmentSchema>;
