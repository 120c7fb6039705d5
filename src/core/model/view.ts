import * as z from "zod";
import { reachedSchema } from "./criterion";

/** How a student, or somebody else, sees the same assignment by the same rubric; it came from a page for phones. */
export const viewSchema = z.object({
  id: z.string().min(1),
  assignmentId: z.string(),
  by: z.enum(["own", "other"]),
  /** Whom it is about; empty while nobody knows. */
  studentId: z.string(),
  /** The number that was typed. */
  studentNumber: z.string(),
  reached: reachedSchema,
  comment: z.string(),
  /** Whether its comment goes into the feedback. */
  inFeedback: z.boolean(),
  /** Ms since the epoch. */
  at: z.number(),
});
export type View = z.infer<typeof viewSchema>;
