import { fullName } from "../model/student";
import type { World } from "../model/world";
import type { Erased } from "./eraseFrom";

/** Somebody who is to be erased, and who goes along: guardians without another child. */
export interface ErasedPeople extends Erased {
  readonly studentIds: readonly string[];
  readonly guardianIds: readonly string[];
  readonly addresses: readonly string[];
  /** Their names, as they are told to the teacher. */
  readonly shown: readonly string[];
}

/** Who is erased with a student, or a guardian alone. */
export function whoIsErased({ students, guardians }: World, id: string): ErasedPeople | undefined {
  const student = students.get(id);
  const guardian = guardians.get(id);
  const hasOthers = (guardianId: string) =>
    [...students.values()].some((one) => one.id !== id && one.guardians.some((link) => link.guardianId === guardianId));
  const along = (student?.guardians ?? []).flatMap(({ guardianId }) =>
    hasOthers(guardianId) ? [] : (guardians.get(guardianId) ?? []),
  );
  const adults = [...(guardian ? [guardian] : []), ...along];
  const people = [...(student ? [student] : []), ...adults];
  if (people.length === 0) return undefined;
  const addresses = [...(student?.address ? [student.address] : []), ...adults.flatMap((one) => one.addresses)];
  const namesOf = people.flatMap((one) => [
    fullName(one),
    `${one.familyName}, ${one.givenName}`,
    `${one.familyName} ${one.givenName}`,
  ]);
  return {
    ids: new Set(people.map((one) => one.id)),
    // The longest first: a name may be a part of another.
    words: [...new Set([...namesOf, ...addresses])]
      .filter((word) => word.trim().length > 2)
      .sort((a, b) => b.length - a.length),
    studentIds: student ? [student.id] : [],
    guardianIds: adults.map(({ id: adultId }) => adultId),
    addresses,
    shown: people.map(fullName),
  };
}
