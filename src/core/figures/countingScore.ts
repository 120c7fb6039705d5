import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import type { SchoolClass } from "../model/schoolClass";
import type { Score } from "../model/score";
import { percentOfPointsToUnits, pointsToUnits } from "./pointsToUnits";

/** What one score brings into an average, in units of points. Extra credit earns without being possible. */
export interface CountingScore {
  readonly assignmentId: string;
  readonly earned: number;
  readonly possible: number;
  readonly extraCredit: boolean;
}

type CountingRules = Pick<SchoolClass, "missingRule" | "lateDeduction" | "blankAfterDueIsMissing">;

/** Whether an assignment is missing work for a student: marked missing or incomplete, or blank past its due date where the class says so. */
export function isMissing(
  score: Score | undefined,
  assignment: Assignment,
  rules: Pick<SchoolClass, "blankAfterDueIsMissing">,
  today: Day,
): boolean {
  if (assignment.extraCredit) return false;
  if (score) return score.status === "missing" || score.status === "incomplete";
  return rules.blankAfterDueIsMissing && isUnmarked(score, assignment, today);
}

/** Whether an assignment is blank past its due date; whether that is missing work the class says. */
export function isUnmarked(score: Score | undefined, assignment: Assignment, today: Day): boolean {
  return score === undefined && isPastDue(assignment, today);
}

/** Due today is not past due; an assignment without a due date never is. */
function isPastDue(assignment: Assignment, today: Day): boolean {
  return assignment.dueDate !== undefined && assignment.dueDate < today;
}

/** What a score counts as under the class's rules, or none when it is left out of every average. */
export function countingScore(
  score: Score | undefined,
  assignment: Assignment,
  rules: CountingRules,
  today: Day,
): CountingScore | undefined {
  const earned = earnedUnits(score, assignment, rules, today);
  if (earned === undefined) return undefined;
  if (assignment.extraCredit) return { assignmentId: assignment.id, earned, possible: 0, extraCredit: true };
  if (assignment.pointsPossible === 0) return undefined;
  return {
    assignmentId: assignment.id,
    earned,
    possible: pointsToUnits(assignment.pointsPossible),
    extraCredit: false,
  };
}

function earnedUnits(
  score: Score | undefined,
  assignment: Assignment,
  rules: CountingRules,
  today: Day,
): number | undefined {
  if (score?.status === "excused" || score?.status === "pending") return undefined;
  const hasPoints = score?.points !== undefined && score.status !== "missing";
  if (score && hasPoints) {
    const points = pointsToUnits(score.points ?? 0);
    if (score.status !== "late") return points;
    return Math.max(0, points - percentOfPointsToUnits(rules.lateDeduction, assignment.pointsPossible));
  }
  if (!isMissing(score, assignment, rules, today)) return undefined;
  if (rules.missingRule.kind === "left out") return undefined;
  return rules.missingRule.kind === "zero"
    ? 0
    : percentOfPointsToUnits(rules.missingRule.percent, assignment.pointsPossible);
}
