import * as z from "zod";

/** The designs that come along. */
export const READY_MADE_DESIGNS = ["progress", "all classes", "slip", "feedback", "certificate", "meeting"] as const;
export type ReadyMadeDesignId = (typeof READY_MADE_DESIGNS)[number];

/** A report as it is wanted: by which design, that came along or is the teacher's own, and on which paper. */
export const reportChoiceSchema = z.object({
  design: z.string().min(1),
  paper: z.enum(["a4", "us-letter"]),
  /** The title of the assignment that it speaks of, where its design leaves that open. */
  assignment: z.string().optional(),
});
/** So many reports go along with one letter at most. */
export const MAX_REPORTS = 3;
export type ReportChoice = z.infer<typeof reportChoiceSchema>;
