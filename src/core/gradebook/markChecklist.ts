import { type Change, updating } from "../change/change";
import { type ChecklistMark, withMarks } from "../model/checklist";
import type { World } from "../model/world";

/** The change that marks some students of a checklist; none where the list is gone. */
export function markChecklist(
  world: Pick<World, "checklists">,
  checklistId: string,
  studentIds: readonly string[],
  mark: ChecklistMark,
): Change {
  const list = world.checklists.get(checklistId);
  return list ? updating("checklists", list, withMarks(list, studentIds, mark)) : {};
}
