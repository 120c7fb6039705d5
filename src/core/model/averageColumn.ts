import * as z from "zod";

/** The category id of a column of overall averages. */
export const OVERALL = "overall";

/**
 * Averages that came from somewhere else, of which only the average is known: one category's, or the overall one,
 * of one class in one period. By student id, in percent with up to four decimals.
 */
export const averageColumnSchema = z.object({
  id: z.string().min(1),
  classId: z.string(),
  /** A term id or the whole year. */
  period: z.string(),
  /** A category of the class, or `OVERALL`. */
  categoryId: z.string(),
  percents: z.record(z.string(), z.number().min(0).max(10_000)),
});
export type AverageColumn = z.infer<typeof averageColumnSchema>;

/** There is one column for each class, period and category. */
export function averageColumnId(classId: string, period: string, categoryId: string): string {
  return `${classId}/${period}/${categoryId}`;
}
