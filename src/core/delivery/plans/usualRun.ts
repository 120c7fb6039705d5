import type { DigestFrequency } from "../../model/guardian";
import type { Note } from "../../model/note";
import type { Plan } from "../../model/plan";
import type { World } from "../../model/world";

/** Cautions about when and how often one writes: a plan says that itself; an old gradebook is told when a run comes due. */
const SAID_BY_PLAN: ReadonlySet<string> = new Set([
  ...["repeat-note", "repeat-kind", "late-evening", "wishes-fewer"],
  "gradebook-old",
]);

/** Whether a caution, by code, holds a run of a plan. */
export function holdsRun({ allowedCautions }: Pick<Plan, "allowedCautions">, code: string): boolean {
  return !SAID_BY_PLAN.has(code) && !allowedCautions.includes(code);
}

/** The guardians who get one of the digests that are on, each with how often. */
export function digestReaders(
  plans: readonly Plan[],
  notes: ReadonlyMap<string, Note>,
  { classes, students, guardians }: Pick<World, "classes" | "students" | "guardians">,
): Map<string, DigestFrequency> {
  const readers = new Map<string, DigestFrequency>();
  for (const { id, isOn, digest } of plans) {
    const note = notes.get(id);
    if (!isOn || !digest || !note) continue;
    const { classIds } = note.selection;
    const leftOut = new Set(note.leftOutRecipientIds);
    for (const schoolClass of classes.values()) {
      if (classIds !== "all" && !classIds.includes(schoolClass.id)) continue;
      for (const studentId of schoolClass.studentIds)
        for (const { guardianId } of students.get(studentId)?.guardians ?? [])
          if (guardians.get(guardianId)?.frequency === digest && !leftOut.has(guardianId))
            readers.set(guardianId, digest);
    }
  }
  return readers;
}
