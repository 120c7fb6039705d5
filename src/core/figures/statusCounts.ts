import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import type { SchoolClass } from "../model/schoolClass";
import type { Score } from "../model/score";
import { isMissing, isUnmarked } from "./countingScore";
import { NOT_IN_CLASS } from "./whileInClass";

/** How many assignments stand one way for a student. Unmarked is blank past its due date, unless the class calls that missing. */
export interface StatusCounts {
  readonly unmarked: number;
  readonly late: number;
  readonly excused: number;
}

/** Counts a student's assignments by how they stand, as of a day. */
export function statusCounts(
  assignments: readonly Assignment[],
  scoreOf: (assignment: Assignment) => Score | undefined,
  rules: Pick<SchoolClass, "blankAfterDueIsMissing">,
  today: Day,
): StatusCounts {
  const counts = { unmarked: 0, late: 0, excused: 0 };
  for (const assignment of assignments) {
    const score = scoreOf(assignment);
    if (score === NOT_IN_CLASS) continue;
    if (score?.status === "late" || score?.status === "excused") counts[score.status] += 1;
    else if (isUnmarked(score, assignment, today) && !isMissing(score, assignment, rules, today)) counts.unmarked += 1;
  }
  return counts;
}
