import { type Guardian, wantsNoLetters } from "../model/guardian";
import type { Student } from "../model/student";
import type { Change } from "./change";

/**
 * A change that takes something back, or makes it again, without lifting a no: where a guardian or a student wants no letters now,
 * that stays, whatever the change says. Only the family, or the teacher on purpose, takes a no back.
 */
export function keptNos(change: Change): Change {
  const { guardians, students } = change;
  return {
    ...change,
    ...(guardians && { guardians: { ...guardians, updated: withNos(guardians.updated) } }),
    ...(students && { students: { ...students, updated: withNos(students.updated) } }),
  };
}

function withNos<Person extends Pick<Student, "confirmation" | "said"> | Pick<Guardian, "confirmation" | "said">>(
  updated: Readonly<Record<string, [Person, Person]>>,
): Record<string, [Person, Person]> {
  return Object.fromEntries(
    Object.entries(updated).map(([id, [now, next]]) => [
      id,
      [now, wantsNoLetters(now) ? { ...next, confirmation: now.confirmation, said: now.said } : next],
    ]),
  );
}
