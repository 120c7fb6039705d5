import * as z from "zod";
import { scoreSchema } from "./score";

/**
 * What one change of scores or imported averages replaced, and when. A column that was not there before is "none";
 * of others only what changed is kept, by student: null where there was nothing.
 */
export const pastScoresSchema = z.object({
  /** Ms since the epoch. */
  at: z.number(),
  columns: z.record(
    z.string(),
    z.object({
      classId: z.string(),
      before: z.union([z.literal("none"), z.record(z.string(), scoreSchema.nullable())]),
    }),
  ),
  averages: z.record(z.string(), z.union([z.literal("none"), z.record(z.string(), z.number().nullable())])),
});
export type PastScores = z.infer<typeof pastScoresSchema>;
