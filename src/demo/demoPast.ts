import { addDays, type Day, instantOf } from "@/core/model/day";
import type { PastScores } from "@/core/model/pastScores";
import type { WorldRecords } from "@/core/model/world";
import { demoSchool, type SchoolSize } from "./demoSchool";

const MARKED_AFTER_DAYS = 2;
const AFTERNOON = 17;

/** How the demo school's gradebook filled: each assignment was marked two days after it fell due. */
export function demoPast(
  { assignments, scoreColumns }: Pick<WorldRecords, "assignments" | "scoreColumns">,
  today: Day,
): PastScores[] {
  const dueDates = new Map(assignments.map(({ id, dueDate }) => [id, dueDate]));
  const marked = new Map<number, PastScores["columns"]>();
  for (const { assignmentId, classId } of scoreColumns) {
    const dueDate = dueDates.get(assignmentId);
    if (!dueDate) continue;
    // What fell due yesterday was entered by this morning.
    const at = Math.min(instantOf(addDays(dueDate, MARKED_AFTER_DAYS), AFTERNOON), instantOf(today, 0));
    marked.set(at, { ...marked.get(at), [assignmentId]: { classId, before: "none" } });
  }
  return [...marked].sort(([a], [b]) => a - b).map(([at, columns]) => ({ at, columns, averages: {} }));
}

/** The whole demo school as it stands on a day, and how its gradebook came to be so. */
export function demoSchoolWithPast(today: Day, size?: SchoolSize): [WorldRecords, PastScores[]] {
  const school = demoSchool(today, size);
  return [school, demoPast(school, today)];
}
