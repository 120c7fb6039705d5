import { type Change, setRows } from "../change/change";
import { languageTag } from "../matching/saidOfGuardian";
import type { Guardian } from "../model/guardian";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import type { FamilyEvent } from "./familyEvent";
import { mailId } from "./mailId";

/**
 * What wishes of guardians, and of students, change. They hold at once, for all classes; the last word of each counts. A guardian who is
 * not there any more changes nothing.
 */
export function wishChange(
  events: readonly FamilyEvent[],
  world: Pick<World, "guardians"> & Partial<Pick<World, "students">>,
): Change {
  const next = new Map<string, Guardian>();
  const students = new Map<string, Student>();
  // Events name a guardian as the letters did: by an alias where the id is too long.
  const idOf = new Map([...world.guardians.keys(), ...(world.students?.keys() ?? [])].map((id) => [mailId(id), id]));
  for (const event of events) {
    if (event.kind !== "wish") continue;
    const id = idOf.get(event.guardianId) ?? event.guardianId;
    const { confirmation, frequency, urgentToo, language } = event.wish;
    const student = students.get(id) ?? world.students?.get(id);
    if (student && confirmation) students.set(id, { ...student, confirmation });
    const guardian = next.get(id) ?? world.guardians.get(id);
    if (!guardian) continue;
    next.set(guardian.id, {
      ...guardian,
      confirmation: confirmation ?? guardian.confirmation,
      frequency: frequency ?? guardian.frequency,
      ...(urgentToo !== undefined && { urgentToo }),
      language: languageTag(language ?? "") ?? guardian.language,
    });
  }
  return {
    guardians: setRows<"guardians">(world.guardians, next),
    ...(world.students && students.size > 0 && { students: setRows<"students">(world.students, students) }),
  };
}
