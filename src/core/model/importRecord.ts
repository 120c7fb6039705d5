import * as z from "zod";
import type { Change } from "../change/change";

/** One applied import, with the change it made, so that it can be taken back whole. */
export const importRecordSchema = z.object({
  id: z.string().min(1),
  fileName: z.string(),
  classId: z.string(),
  /** "42 scores in 3 pieces of work". */
  summary: z.string(),
  appliedAt: z.number(),
  takenBackAt: z.number().optional(),
  change: z.custom<Change>((value) => typeof value === "object" && value !== null),
});
export type ImportRecord = z.infer<typeof importRecordSchema>;
