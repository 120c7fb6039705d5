import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import type { SchoolClass } from "../model/schoolClass";
import type { Score, ScoreStatus } from "../model/score";
import { isMissing } from "./countingScore";

/** How one score stands in the gradebook: its points, and its status where it is not simply scored. */
export interface ShownScore {
  /** The points or the letter grade, or nothing. */
  readonly points: string;
  /** A blank past its due date that counts as missing is "missing" too. */
  readonly status: Exclude<ScoreStatus, "scored"> | "handed in" | "";
}

/** A score as the gradebook shows it, under the class's rules as of a day. */
export function shownScore(
  score: Score | undefined,
  assignment: Assignment,
  schoolClass: Pick<SchoolClass, "blankAfterDueIsMissing">,
  today: Day,
): ShownScore {
  const points = score?.points?.toString() ?? score?.gradeLabel ?? "";
  if (isMissing(score, assignment, schoolClass, today)) {
    return { points, status: score?.status === "incomplete" ? "incomplete" : "missing" };
  }
  if (!score) return { points: "", status: "" };
  if (score.status !== "scored") return { points, status: score.status };
  return { points, status: points === "" ? "handed in" : "" };
}
