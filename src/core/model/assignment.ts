import * as z from "zod";
import { daySchema } from "./day";
import { criterionSchema, MOST_CRITERIA } from "./readRubric";

/** The most points one assignment can be worth; keeps sums of a term exact. */
export const MAX_POINTS = 100_000;

/** Points carry up to four decimals. */
export const pointsSchema = z.number().min(0).max(MAX_POINTS).multipleOf(0.0001);

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
  /** What it is looked at for, in the order of reading. */
  rubric: z.array(criterionSchema).max(MOST_CRITERIA).optional(),
  /** Place in the gradebook, from left to right. */
  order: z.number(),
});
export type Assignment = z.infer<typeof assignmentSchema>;
