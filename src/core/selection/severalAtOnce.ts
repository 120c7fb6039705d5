import type { Note } from "../model/note";
import type { World } from "../model/world";

/**
 * Whether somebody among the families of some classes would get several letters at once, because of several children or
 * because a child is in several of the classes.
 */
export function severalAtOnce(world: World, classIds: Note["selection"]["classIds"]): boolean {
  const ids = classIds === "all" ? [...world.classes.keys()] : classIds;
  const seen = new Set<string>();
  for (const id of ids) {
    for (const studentId of new Set(world.classes.get(id)?.studentIds)) {
      for (const { guardianId } of world.students.get(studentId)?.guardians ?? []) {
        const key = `${guardianId} ${id} ${studentId}`;
        if (seen.has(guardianId) && !seen.has(key)) return true;
        seen.add(guardianId);
        seen.add(key);
      }
    }
  }
  return false;
}
