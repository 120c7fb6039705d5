import { markingState } from "../figures/markScore";
import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import { currentPeriod, WHOLE_YEAR } from "../model/term";
import type { World } from "../model/world";

/** The assignments of the current term that are marked in part. */
export function halfDone(world: World, today: Day): readonly Assignment[] {
  const { assignments, scoreColumns, classes } = world;
  const period = currentPeriod(world, today);
  return [...assignments.values()].filter((assignment) => {
    // Without a rubric nothing can be half done but what is commented on.
    if (!assignment.rubric?.length || (period !== WHOLE_YEAR && assignment.termId !== period)) return false;
    const scores = scoreColumns.get(assignment.id)?.scores ?? {};
    const inClass = classes.get(assignment.classId)?.studentIds ?? [];
    // Who has no entry was not begun with.
    return inClass.some((id) => scores[id] && markingState(scores[id], assignment) === "half done");
  });
}
