import type { World } from "../model/world";

/** By assignment: how many views came in of which nobody knows whom they are about. */
export function viewsOfNobody({ views }: Pick<World, "views">): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { assignmentId, studentId } of views.values())
    if (studentId === "") counts.set(assignmentId, (counts.get(assignmentId) ?? 0) + 1);
  return counts;
}
