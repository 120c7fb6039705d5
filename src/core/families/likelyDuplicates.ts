import { nameKey } from "../matching/nameKey";
import { fullName } from "../model/student";
import type { World } from "../model/world";

/** Two records that are likely one person. */
export interface LikelyDuplicate {
  readonly kind: "guardians" | "students";
  readonly ids: readonly [string, string];
  readonly because: "the same name and address" | "the same name in one family" | "the same name and guardian";
}

/** Pairs that are likely one person: namesakes who share more than their name. Namesakes alone are not. */
export function likelyDuplicates(world: World): LikelyDuplicate[] {
  const found = new Map<string, LikelyDuplicate>();
  const add = (duplicate: LikelyDuplicate) => {
    const [a, b] = duplicate.ids;
    if (a !== b && !found.has(`${b}|${a}`) && !found.has(`${a}|${b}`)) found.set(`${a}|${b}`, duplicate);
  };
  const guardianKeys = new Map([...world.guardians.values()].map((one) => [one.id, nameKey(fullName(one))]));
  const guardianKey = (id: string) => guardianKeys.get(id) ?? "";
  for (const { guardians } of world.students.values()) {
    const byName = new Map<string, string>();
    for (const { guardianId } of guardians) {
      const key = guardianKey(guardianId);
      const other = byName.get(key);
      if (key && other) add({ kind: "guardians", ids: [other, guardianId], because: "the same name in one family" });
      byName.set(key, guardianId);
    }
  }
  const byNameAndAddress = new Map<string, string>();
  for (const guardian of world.guardians.values()) {
    for (const address of guardian.addresses) {
      const key = `${guardianKey(guardian.id)}|${address.toLowerCase()}`;
      const other = byNameAndAddress.get(key);
      if (other) add({ kind: "guardians", ids: [other, guardian.id], because: "the same name and address" });
      byNameAndAddress.set(key, guardian.id);
    }
  }
  const byNameAndGuardian = new Map<string, string>();
  for (const student of world.students.values()) {
    const name = nameKey(fullName(student));
    for (const { guardianId } of student.guardians) {
      const key = `${name}|${guardianId}`;
      const other = byNameAndGuardian.get(key);
      if (other) add({ kind: "students", ids: [other, student.id], because: "the same name and guardian" });
      byNameAndGuardian.set(key, student.id);
    }
  }
  return [...found.values()];
}
