import * as z from "zod";
import { daySchema } from "./day";

/** What a class did on one day, in a line or two; web addresses in it become links. */
export const logEntrySchema = z.object({
  id: z.string().min(1),
  classId: z.string(),
  day: daySchema,
  text: z.string().trim().min(1).max(2000),
});
export type LogEntry = z.infer<typeof logEntrySchema>;
