import type { Day } from "../model/day";
import type { Score } from "../model/score";
import type { World } from "../model/world";

/**
 * The title of the assignment that fell due last before today and was marked: notes about one assignment begin with it.
 * Extra credit and work without points are passed over; empty where none was marked.
 */
export function latestAssignment(
  { assignments, scoreColumns }: Pick<World, "assignments" | "scoreColumns">,
  today: Day,
) {
  let latest = { dueDate: "", title: "" };
  for (const { id, dueDate = "", title, extraCredit, pointsPossible } of assignments.values()) {
    if (extraCredit || pointsPossible === 0 || dueDate >= today || dueDate <= latest.dueDate) continue;
    if (isMarked(scoreColumns.get(id)?.scores)) latest = { dueDate, title };
  }
  return latest.title;
}

/** Whether half of those who have an entry were marked. */
function isMarked(scores: Readonly<Record<string, Score>> = {}): boolean {
  const entries = Object.values(scores);
  return entries.length > 0 && 2 * entries.filter(({ status }) => status !== "pending").length >= entries.length;
}
