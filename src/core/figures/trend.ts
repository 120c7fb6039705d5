import type { Day } from "../model/day";
import type { Period } from "../model/term";
import { type Average, averageOf, computedValue } from "./average";
import { categorySums, overallOfSums } from "./categorySums";
import { assignmentsIn, type ClassGradebook, countingIn } from "./studentFigures";

/** The running overall average after one due date; a gap where there was none yet. */
export interface TrendPoint {
  readonly day: Day;
  readonly average: Average | undefined;
}

/**
 * The overall average after each due date up to today, over what was due by then, drops rebuilt each time. Blanks are
 * judged by that day. Assignments without a due date are in no range of dates.
 */
export function trend(gradebook: ClassGradebook, studentId: string, period: Period, today: Day): TrendPoint[] {
  const { schoolClass } = gradebook;
  const dated = assignmentsIn(gradebook, period).filter(({ dueDate }) => dueDate !== undefined && dueDate <= today);
  const days = [...new Set(dated.flatMap(({ dueDate }) => dueDate ?? []))].sort();
  return days.map((day) => {
    const sums = categorySums(
      schoolClass,
      dated.filter(({ dueDate = "" }) => dueDate <= day),
      countingIn(gradebook, studentId, day),
    );
    return { day, average: averageOf(computedValue(overallOfSums(schoolClass, sums)), schoolClass.decimals) };
  });
}
