import { type Change, removing } from "../change/change";
import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import { currentTerm, WHOLE_YEAR } from "../model/term";
import type { World } from "../model/world";

const USUAL_POINTS = 20;

/** An assignment as it begins when somebody adds one to a class: without an id and a title, the last of the gradebook. */
export function beginAssignment(world: World, classId: string, period: string, today: Day): Assignment {
  return {
    id: "",
    classId,
    termId: period === WHOLE_YEAR ? (currentTerm([...world.terms.values()], today)?.id ?? "") : period,
    categoryId: world.classes.get(classId)?.categories[0]?.id ?? "",
    title: "",
    dueDate: today,
    pointsPossible: USUAL_POINTS,
    extraCredit: false,
    order: Math.max(0, ...[...world.assignments.values()].map(({ order }) => order)) + 1,
  };
}

/** The change that takes an assignment out with its scores. */
export function removeAssignment(
  assignment: Assignment,
  world: Pick<World, "scoreColumns" | "markings" | "views">,
): Change {
  const column = world.scoreColumns.get(assignment.id);
  const marking = world.markings.get(assignment.id);
  const views = [...world.views.values()].filter(({ assignmentId }) => assignmentId === assignment.id);
  return {
    ...removing("assignments", [assignment]),
    ...(column && removing("scoreColumns", [column])),
    ...(marking && removing("markings", [marking])),
    ...(views.length > 0 && removing("views", views)),
  };
}
