import * as z from "zod";

export const comparisonSchema = z.enum(["below", "at least"]);
export type Comparison = z.infer<typeof comparisonSchema>;

/** One condition of a selection, as plain data. */
export const conditionSchema = z.discriminatedUnion("kind", [
  /** Compared with the shown overall average. */
  z.object({ kind: z.literal("overall"), comparison: comparisonSchema, percent: z.number().min(0).max(1000) }),
  z.object({ kind: z.literal("missing"), atLeast: z.number().int().min(1).max(1000) }),
]);
export type Condition = z.infer<typeof conditionSchema>;
