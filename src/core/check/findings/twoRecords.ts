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
    mend: "The name and the family are the same. See in Families which of them is right, and delete the other; twins of one name stay.",
  }),
  inNote: ({ index, plan }) => {
    const { world } = index;
    const written = new Set(plan.letters.flatMap(({ matches }) => matches.map(({ studentId }) => studentId)));
    const found = classesOf(plan).flatMap((classId) => {
      const seen = new Map<string, Student>();
      return (world.classes.get(classId)?.studentIds ?? []).flatMap((id) => {
        const student = world.students.get(id);
        if (!student) return [];
        for (const family of familyOf(student, world)) {
          const key = `${nameKey(fullName(student))} ${family}`;
          const other = seen.get(key);
          seen.set(key, student);
          if (other && other.id !== id && (written.has(id) || written.has(other.id)))
            return [`${fullName(student)} in ${className(index, classId)}`];
        }
        return [];
      });
    });
    return found.length > 0 ? [{ numbers: { students: found.length }, quotes: fewOf([...new Set(found)]) }] : [];
  },
};

/** What tells the family of a student: its guardians, and the mailboxes that they read. */
function familyOf({ guardians }: Student, world: World): string[] {
  return guardians.flatMap(({ guardianId }) => {
    const addresses = world.guardians.get(guardianId)?.addresses ?? [];
    return [guardianId, ...addresses.map(mailboxKey)];
  });
}
