import { nameKey } from "../../matching/nameKey";
import { fullName, type Student } from "../../model/student";
import { mailboxKey } from "../../model/whoHadIt";
import type { World } from "../../model/world";
import { fewOf, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { classesOf, className } from "./gradebookNames";

/** One child who was brought in twice: two students of one name and one family in a class. Each has letters and figures of their own. */
export const twoRecords: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `Perhaps one child in two records: ${listed(quotes)}`,
    mend: "They have the same name and the same family. If it is one child, delete one of the two in Families; if they are two, send all the same.",
  }),
  inNote: ({ index, plan }) => {
    const { world } = index;
    const written = new Set(plan.letters.flatMap(({ matches }) => matches.map(({ studentId }) => studentId)));
    const found = classesOf(plan).flatMap((classId) => {
      const byName = new Map<string, Student[]>();
      return index.enrolled(classId).flatMap((student) => {
        const name = nameKey(fullName(student));
        const namesakes = byName.get(name) ?? [];
        byName.set(name, [...namesakes, student]);
        // Few have a namesake: only of those the families are compared.
        const isAgain = namesakes.some(
          (other) => (written.has(student.id) || written.has(other.id)) && areOneFamily(student, other, world),
        );
        return isAgain ? [`${fullName(student)} in ${className(index, classId)}`] : [];
      });
    });
    return found.length > 0 ? [{ numbers: { students: found.length }, quotes: fewOf([...new Set(found)]) }] : [];
  },
};

/** Whether two students have a guardian, or a mailbox of one, in common. */
function areOneFamily(one: Student, other: Student, world: World): boolean {
  const family = new Set(familyOf(one, world));
  return one.id !== other.id && familyOf(other, world).some((known) => family.has(known));
}

/** What tells the family of a student: its guardians, and the mailboxes that they read. */
function familyOf({ guardians }: Student, world: World): string[] {
  return guardians.flatMap(({ guardianId }) => {
    const addresses = world.guardians.get(guardianId)?.addresses ?? [];
    return [guardianId, ...addresses.map(mailboxKey)];
  });
}
