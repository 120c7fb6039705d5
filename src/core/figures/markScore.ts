import type { Assignment } from "../model/assignment";
import type { MarkingState } from "../model/condition";
import type { Reached } from "../model/criterion";
import type { Score } from "../model/score";
import { rubricTotal } from "./rubricTotal";

type Marked = Pick<Assignment, "rubric" | "totalRule" | "pointsPossible">;

/**
 * The score with one criterion judged again; none takes its mark away. The total of a rubric that is judged whole becomes the
 * points, unless other points were set by hand; those stay until they are taken away.
 */
export function withReached(
  before: Score | undefined,
  assignment: Marked,
  criterionId: string,
  mark: string | number | undefined,
): Score | undefined {
  const { [criterionId]: _before, ...others } = before?.levels ?? {};
  return withLevels(before, assignment, mark === undefined ? others : { ...others, [criterionId]: mark });
}

/** The same for all criteria at once. */
export function withLevels(before: Score | undefined, assignment: Marked, reached: Reached): Score | undefined {
  const byHand = isOverruled(before, assignment);
  const { levels: _levels, points, ...rest } = before ?? { status: "pending" as const };
  const { score } = rubricTotal(assignment, reached);
  const hasTotal = (assignment.totalRule ?? "none") !== "none";
  const kept = byHand || !hasTotal ? points : score;
  const status = statusWith(rest.status, kept);
  const next: Score = {
    ...rest,
    status,
    ...(kept !== undefined && takesPoints(status) && { points: kept }),
    ...(Object.keys(reached).length > 0 && { levels: reached }),
  };
  return isNothing(next) ? undefined : next;
}

/** Whether points were set by hand in the place of what the rubric comes to. */
export function isOverruled(score: Score | undefined, assignment: Marked): boolean {
  if (score?.points === undefined || (assignment.totalRule ?? "none") === "none") return false;
  return rubricTotal(assignment, score.levels).score !== score.points;
}

/** The score with the total of its rubric in the place of points set by hand. */
export function withTotal(before: Score, assignment: Marked): Score | undefined {
  const { points: _points, ...rest } = before;
  return withLevels(rest, assignment, before.levels ?? {});
}

const takesPoints = (status: Score["status"]) => status === "scored" || status === "late" || status === "incomplete";

/** Whoever gets points has handed something in; without points somebody is as good as not looked at. */
function statusWith(status: Score["status"], points: number | undefined): Score["status"] {
  if (status === "pending" && points !== undefined) return "scored";
  return status === "scored" && points === undefined ? "pending" : status;
}

function isNothing({ status, ...rest }: Score): boolean {
  return status === "pending" && Object.keys(rest).length === 0;
}

/** How far a student is marked on an assignment; who did not hand in or is excused has nothing to be judged. */
export function markingState(score: Score | undefined, assignment: Marked): MarkingState {
  if (score?.status === "missing" || score?.status === "excused") return "marked";
  const { judged, of } = rubricTotal(assignment, score?.levels);
  if (of === 0)
    return score && (score.points !== undefined || score.gradeLabel || score.comment) ? "marked" : "not begun";
  if (judged === of) return "marked";
  return judged > 0 || score?.comment ? "half done" : "not begun";
}
