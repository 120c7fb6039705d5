import * as z from "zod";

/** Labels for ranges of averages, from percents. A value takes the band with the largest `from` at or below it. */
export const gradeScaleSchema = z.object({
  id: z.string().min(1),
  name: z.string(),
  /** A value takes the band with the largest `from` (percent) at or below it. */
  bands: z.array(z.object({ from: z.number(), label: z.string() })),
});
export type GradeScale = z.infer<typeof gradeScaleSchema>;
