import * as z from "zod";

/**
 * Whom a letter is about and to, by ids alone: so much stays in the server's log that a browser whose data was put
 * back knows who was written to since, and writes to nobody twice.
 */
export const letterAboutSchema = z.object({
  noteId: z.string().max(200),
  studentId: z.string().max(200),
  recipientId: z.string().max(200),
  /** Of an automatic note: its plan's run, ms since the epoch, and the assignments that the letter names. */
  runAt: z.number().optional(),
  assignmentIds: z.array(z.string().max(200)).max(500).optional(),
});
export type LetterAbout = z.infer<typeof letterAboutSchema>;
