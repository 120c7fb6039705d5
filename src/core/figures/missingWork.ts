import type { Assignment } from "../model/assignment";
import { type Day, daysBetween } from "../model/day";
import type { SchoolClass } from "../model/schoolClass";
import type { Score } from "../model/score";
import { isMissing } from "./countingScore";

/** One assignment that is missing; `daysOverdue` in whole calendar days, 0 where it is not due yet. */
export interface MissingAssignment {
  readonly assignment: Assignment;
  readonly categoryName: string;
  /** Whole calendar days; 0 for an assignment that is not due yet or has no due date. */
  readonly daysOverdue: number;
  /** Handed in, and not whole. */
  readonly isIncomplete: boolean;
}

/** The assignments a student has not handed in, by due date (assignments without one last), then in the order of the gradebook. */
export function missingWork(
  schoolClass: SchoolClass,
  assignments: readonly Assignment[],
  scoreOf: (assignment: Assignment) => Score | undefined,
  today: Day,
): MissingAssignment[] {
  return assignments
    .filter((assignment) => isMissing(scoreOf(assignment), assignment, schoolClass, today))
    .map((assignment) => ({
      assignment,
      categoryName: schoolClass.categories.find(({ id }) => id === assignment.categoryId)?.name ?? "",
      isIncomplete: scoreOf(assignment)?.status === "incomplete",
      daysOverdue: assignment.dueDate ? Math.max(0, daysBetween(assignment.dueDate, today)) : 0,
    }))
    .sort((a, b) => compareDueDates(a.assignment, b.assignment) || a.assignment.order - b.assignment.order);
}

function compareDueDates(a: Assignment, b: Assignment): number {
  if (a.dueDate === b.dueDate) return 0;
  if (a.dueDate === undefined) return 1;
  if (b.dueDate === undefined) return -1;
  return a.dueDate < b.dueDate ? -1 : 1;
}
