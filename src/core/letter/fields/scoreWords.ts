import type { Score } from "../../model/score";
import { assignmentField } from "./assignmentField";
import { formatValue } from "./fieldValue";
import type { LetterContext } from "./letterContext";

/** The score in words; of one who was judged and has no points that nothing is known yet would be no news. */
export function scoreWords(context: LetterContext, assignment: string, score: Score | undefined): string {
  if (score?.status === "pending" && (score.levels || score.comment)) return "";
  const value = assignmentField(`assignment.score.${assignment}`, "score", assignment).value(context);
  return value ? formatValue(value, "", context.language) : "";
}
