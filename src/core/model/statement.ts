import * as z from "zod";

/** Words for ranges of an overall average, such as one sentence for 85 and above and another below; kept by name. */
export const statementSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  /** A value takes the range with the largest `from` (percent) at or below it. */
  ranges: z.array(z.object({ from: z.number().min(0).max(1000), text: z.string() })).min(1),
});
export type Statement = z.infer<typeof statementSchema>;
