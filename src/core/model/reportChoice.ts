import * as z from "zod";

/** The designs that come along. */
export const designIdSchema = z.enum(["progress", "all classes", "slip", "certificate", "meeting"]);
export type DesignId = z.infer<typeof designIdSchema>;

/** A report as it is wanted: by which design, and on which paper. */
export const reportChoiceSchema = z.object({ design: designIdSchema, paper: z.enum(["a4", "us-letter"]) });
/** So many reports go along with one letter at most. */
export const MAX_REPORTS = 3;
export type ReportChoice = z.infer<typeof reportChoiceSchema>;
