import * as z from "zod";
import { matchSchema, selectionPartSchema } from "./condition";

/** Who a note is for, before recipients are chosen. A student of two classes is judged in each of them. */
export const selectionSchema = z.object({
  classIds: z.union([z.literal("all"), z.array(z.string())]),
  /** A term id or the whole year. */
  period: z.string(),
  match: matchSchema,
  /** Without conditions everybody in the classes is selected. */
  conditions: z.array(selectionPartSchema),
  /** Students added by hand, whatever the conditions say. */
  addedStudentIds: z.array(z.string()),
  /** Students left out by hand. */
  leftOutStudentIds: z.array(z.string()),
});
export type Selection = z.infer<typeof selectionSchema>;
