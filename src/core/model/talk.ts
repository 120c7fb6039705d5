import * as z from "zod";

/** How one talked with a family. */
export const talkWaySchema = z.enum(["call", "talk", "other"]);

/** What the teacher notes of a talk with a family, beside the letters. */
export const talkSchema = z.object({
  id: z.string().min(1),
  studentId: z.string(),
  /** Ms since the epoch. */
  at: z.number(),
  way: talkWaySchema,
  text: z.string().min(1).max(5000),
});
export type Talk = z.infer<typeof talkSchema>;
