import type { Assignment } from "../model/assignment";
import type { Score } from "../model/score";

/** Points so many times what is possible are a slip sooner than a feat. */
const FAR_ABOVE = 1.5;

/** Whether points are far above what an assignment is worth: 170 of 20. Extra credit has no such bound. */
export function isFarAbove(
  score: Pick<Score, "points"> | undefined,
  { pointsPossible, extraCredit }: Pick<Assignment, "pointsPossible" | "extraCredit">,
): boolean {
  return !extraCredit && pointsPossible > 0 && (score?.points ?? 0) > pointsPossible * FAR_ABOVE;
}
