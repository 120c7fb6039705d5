import { type Change, setRows } from "../change/change";
import { isGoodAddress } from "../matching/isGoodAddress";
import { type Guardian, wantsNoLetters } from "../model/guardian";
import type { Student } from "../model/student";
import type { World } from "../model/world";

type Person = Pick<Guardian, "confirmation" | "addresses"> | Pick<Student, "confirmation" | "address">;

/** The addresses at which letters are wanted no more by a change, and were before it: these are told of before it is kept. */
export function newOptOuts({ guardians, students }: Change): string[] {
  const people: readonly (readonly [before: Person | undefined, after: Person])[] = [guardians, students].flatMap(
    (table) => [
      ...Object.values(table?.added ?? {}).map((after) => [undefined, after] as const),
      ...Object.values(table?.updated ?? {}).map(([before, after]) => [before, after] as const),
    ],
  );
  const closed = people.flatMap(([before, after]) => {
    if (!wantsNoLetters(after)) return [];
    const known = new Set(before && wantsNoLetters(before) ? addressesOf(before) : []);
    return addressesOf(after).filter((address) => !known.has(address));
  });
  return [...new Set(closed)];
}

/** Those of somebody that letters could go to, in small letters. */
export function addressesOf(person: Person): string[] {
  const all = "addresses" in person ? person.addresses : [("address" in person && person.address) || ""];
  return all.filter(isGoodAddress).map((address) => address.toLowerCase());
}

/** Somebody, by their own id or by the address that they wrote from; a guardian, or a student with an address of their own. */
export function whoWrote(
  { guardians, students }: Pick<World, "guardians" | "students">,
  { recipientId, address }: { readonly recipientId: string; readonly address: string },
): Guardian | Student | undefined {
  const known = guardians.get(recipientId) ?? students.get(recipientId);
  if (known) return known;
  const wanted = address.toLowerCase();
  return [...guardians.values(), ...students.values()].find((one) => addressesOf(one).includes(wanted));
}

/** No more letters to somebody, and why. `at` in ms since the epoch. */
export function noMoreLetters(
  person: Guardian | Student,
  words: string,
  at: number,
  world: Pick<World, "guardians" | "students">,
): Change {
  const no = { confirmation: "stopped" as const, said: { words, at } };
  const guardian = world.guardians.get(person.id);
  const student = world.students.get(person.id);
  return {
    ...(guardian && { guardians: setRows<"guardians">(world.guardians, [[guardian.id, { ...guardian, ...no }]]) }),
    ...(student && { students: setRows<"students">(world.students, [[student.id, { ...student, ...no }]]) }),
  };
}
