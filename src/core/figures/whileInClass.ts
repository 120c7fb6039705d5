import type { Assignment } from "../model/assignment";
import type { SchoolClass } from "../model/schoolClass";
import type { Score } from "../model/score";

/** Stands for the blank of work that was due while somebody was not in the class: it counts nowhere and is nobody's missing work. */
export const NOT_IN_CLASS: Score = { status: "excused" };

/** A score, or what stands for a blank of work due before the student joined the class, or after leaving it. */
export function whileInClass(
  score: Score | undefined,
  { dueDate }: Pick<Assignment, "dueDate">,
  { joinedOn, leftOn }: Pick<SchoolClass, "joinedOn" | "leftOn">,
  studentId: string,
): Score | undefined {
  if (score || dueDate === undefined || (!joinedOn && !leftOn)) return score;
  const [from, to] = [joinedOn?.[studentId], leftOn?.[studentId]];
  const isOutside = (from !== undefined && dueDate < from) || (to !== undefined && dueDate > to);
  return isOutside ? NOT_IN_CLASS : undefined;
}
