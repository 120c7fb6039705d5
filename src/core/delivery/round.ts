import * as z from "zod";
import { letterStateSchema } from "./letterState";

/** One letter as it left, kept in the browser for the record. */
export const letterSchema = z.object({
  id: z.string().min(1),
  roundId: z.string(),
  noteId: z.string(),
  studentId: z.string(),
  studentName: z.string(),
  classId: z.string(),
  className: z.string(),
  recipient: z.object({ kind: z.enum(["guardian", "student"]), id: z.string(), name: z.string(), address: z.string() }),
  /** Why the student was selected, in words. */
  reason: z.string(),
  subject: z.string(),
  html: z.string(),
  text: z.string(),
  state: letterStateSchema,
  /** When it came into the state, ms since the epoch. */
  stateAt: z.number(),
  /** The number of the journal event that brought the state; 0 before the first. */
  seq: z.number().int().min(0),
  /** What the mail server said. */
  reply: z.string(),
});
export type Letter = z.infer<typeof letterSchema>;

/** One sending of a note. */
export const roundSchema = z.object({
  id: z.string().min(1),
  noteId: z.string(),
  noteName: z.string(),
  /** The selection as it read when the round was sent. */
  sentence: z.string(),
  /** "36 letters to 34 guardians of 21 students, in 4 classes." */
  summary: z.string(),
  /** The cautions that were seen and accepted, in words. */
  acceptedCautions: z.array(z.string()),
  from: z.object({ name: z.string(), address: z.string() }),
  createdAt: z.number(),
  leavesAt: z.number(),
  letterCount: z.number().int(),
});
export type Round = z.infer<typeof roundSchema>;
