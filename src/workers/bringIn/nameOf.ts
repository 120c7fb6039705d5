import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import type { World } from "@/core/model/world";

/** Lists longer than this are cut, and the rest is counted: a screen never gets a whole table. */
export const MOST_LISTED = 60;

/** A student's name, or nothing. */
export function nameOf(id: string | undefined, world: World): string {
  const student = id === undefined ? undefined : world.students.get(id);
  return student ? fullName(student) : "";
}

/** What a class is called, or nothing. */
export function labelOf(id: string | undefined, world: World): string {
  const schoolClass = id === undefined ? undefined : world.classes.get(id);
  return schoolClass ? classLabel(schoolClass) : "";
}
