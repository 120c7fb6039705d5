import * as z from "zod";
import { ownValue, safeKey } from "../model/ownValue";
import { scoreStatusSchema } from "../model/score";

/** What a mark that is no number is said to mean. */
export const markMeaningSchema = z.enum([
  ...scoreStatusSchema.options.filter((status) => status !== "scored"),
  "handed in",
  "grade label",
  "nothing",
]);
export type MarkMeaning = z.infer<typeof markMeaningSchema>;

/** By mark, in the spelling of `markKey`. */
export type MarkMeanings = Readonly<Record<string, MarkMeaning>>;

/** Marks that differ in case alone are one mark. */
export function markKey(mark: string): string {
  return safeKey(mark.trim().toLowerCase());
}

const SURE: Record<string, MarkMeaning> = {
  missing: "missing",
  late: "late",
  incomplete: "incomplete",
  excused: "excused",
  exempt: "excused",
  pending: "pending",
  "not handed in": "missing",
  "not submitted": "missing",
  "handed in": "handed in",
  "turned in": "handed in",
  submitted: "handed in",
  complete: "handed in",
  done: "handed in",
  "✓": "handed in",
  "✔": "handed in",
  // What a spreadsheet shows where a formula went wrong.
  "#n/a": "nothing",
  "#ref!": "nothing",
  "#div/0!": "nothing",
  "#value!": "nothing",
  "#name?": "nothing",
  "#num!": "nothing",
  "#null!": "nothing",
};
const LIKELY: Record<string, MarkMeaning> = {
  m: "missing",
  miss: "missing",
  mis: "missing",
  msg: "missing",
  nhi: "missing",
  l: "late",
  lt: "late",
  inc: "incomplete",
  i: "incomplete",
  ex: "excused",
  exc: "excused",
  e: "excused",
  x: "handed in",
  yes: "handed in",
  y: "handed in",
  ok: "handed in",
  no: "missing",
  n: "missing",
  tbd: "pending",
  "to do": "pending",
};
const GRADE_LABEL = /^[A-F][+\-−]?$/i;

/**
 * What a mark means by itself, and how sure that is. `sure` marks need no answer; `likely` ones are offered as a guess;
 * others (absent, n/a, dashes) have no meaning of their own and are asked.
 */
export function guessMark(
  mark: string,
  gradeLabels: ReadonlySet<string>,
): { meaning: MarkMeaning; sure: boolean } | undefined {
  const key = markKey(mark);
  const sure = ownValue(SURE, key);
  if (sure) return { meaning: sure, sure: true };
  if (gradeLabels.has(mark.trim())) return { meaning: "grade label", sure: false };
  const likely = ownValue(LIKELY, key);
  if (likely) return { meaning: likely, sure: false };
  return GRADE_LABEL.test(mark.trim()) ? { meaning: "grade label", sure: false } : undefined;
}
