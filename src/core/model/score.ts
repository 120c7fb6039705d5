import * as z from "zod";
import { reachedSchema } from "./criterion";
import { pointsSchema } from "./points";

/** How a score stands; which of them count, and as what, stands in docs/figures.md. */
export const scoreStatusSchema = z.enum(["scored", "late", "missing", "incomplete", "excused", "pending"]);
export type ScoreStatus = z.infer<typeof scoreStatusSchema>;

/** One student's score on one assignment. None at all is a blank, which is no status. */
export const scoreSchema = z.object({
  status: scoreStatusSchema,
  /** May be above what is possible. */
  points: pointsSchema.optional(),
  /** A letter grade without points, as the gradebook gave it; it is in no average. */
  gradeLabel: z.string().optional(),
  comment: z.string().optional(),
  /** What was reached of the assignment's rubric. */
  levels: reachedSchema.optional(),
  /** The sentences of the comment bank that the comment was made with. */
  bankIds: z.array(z.string()).optional(),
});
export type Score = z.infer<typeof scoreSchema>;

/** All scores of one assignment, so that a class opens in one read. A student without an entry is a blank. */
export const scoreColumnSchema = z.object({
  assignmentId: z.string().min(1),
  classId: z.string(),
  scores: z.record(z.string(), scoreSchema),
});
export type ScoreColumn = z.infer<typeof scoreColumnSchema>;

/** How one score reads in a table or a list of changes: its points, its status in words, or both. */
export function formatScore(score: Score | undefined): string {
  if (!score) return "";
  if (score.gradeLabel) return score.gradeLabel;
  if (score.points === undefined) return score.status === "scored" ? "handed in" : score.status;
  return score.status === "scored" ? String(score.points) : `${score.points} ${score.status}`;
}

/** What was said of an assignment stays when its points or status change. */
export function feedbackOf(score: Score | undefined): Pick<Score, "comment" | "levels" | "bankIds"> {
  return {
    ...(score?.comment !== undefined && { comment: score.comment }),
    ...(score?.levels && { levels: score.levels }),
    ...(score?.bankIds && { bankIds: score.bankIds }),
  };
}
