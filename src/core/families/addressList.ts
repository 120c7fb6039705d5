import { isGoodAddress } from "../matching/isGoodAddress";
import { extraColumnsOf, ownValueText } from "../model/extraColumn";
import { wantsNoLetters } from "../model/guardian";
import { classLabel } from "../model/schoolClass";
import { byFamilyName, fullName, type Student } from "../model/student";
import type { World } from "../model/world";
import { classesOf } from "./editFamily";

/** Whose addresses a list holds. */
export type ListAudience = "students" | "guardians" | "both";

/**
 * The addresses of some students' families, each once, for copying into a mail. Guardians who asked not to be written
 * to are left out, and so are addresses that are none.
 */
export function addressList(students: readonly Student[], audience: ListAudience, world: World): string[] {
  const addresses = new Map<string, string>();
  const add = (address: string | undefined) => {
    if (address && isGoodAddress(address) && !addresses.has(address.toLowerCase())) {
      addresses.set(address.toLowerCase(), address);
    }
  };
  for (const student of [...students].sort(byFamilyName)) {
    if (audience !== "guardians") add(student.address);
    if (audience === "students") continue;
    for (const { guardianId } of student.guardians) {
      const guardian = world.guardians.get(guardianId);
      if (guardian && !wantsNoLetters(guardian)) add(guardian.addresses[0]);
    }
  }
  return [...addresses.values()];
}

const HEAD = [
  "Student ID",
  "Given name",
  "Family name",
  "Preferred name",
  "Class",
  "Student address",
  "Birthday",
  "Group tags",
];
const GUARDIAN_HEAD = ["given name", "family name", "relation", "address", "language"];

/** Students with all their guardians and extra columns as a table, which can be brought in again. */
export function familyRows(students: readonly Student[], world: World): string[][] {
  const most = Math.max(0, ...students.map(({ guardians }) => guardians.length));
  const own = extraColumnsOf(world.ownColumns);
  const head = [
    ...HEAD,
    ...Array.from({ length: most }, (_, place) => GUARDIAN_HEAD.map((part) => `Guardian ${place + 1} ${part}`)).flat(),
    ...own.names.map(({ name }) => name),
  ];
  const rows = [...students]
    .sort(byFamilyName)
    .map((student) => [
      student.studentNumber,
      student.givenName,
      student.familyName,
      student.preferredName ?? "",
      classesOf(student.id, world).map(classLabel).join("; "),
      student.address ?? "",
      student.birthday ?? "",
      student.tags.join("; "),
      ...Array.from({ length: most }, (_, place) => guardianCells(student, place, world)).flat(),
      ...own.names.map(({ name }) => ownValueText(own.valueOf(name, student.id, "all")?.value)),
    ]);
  return [head, ...rows];
}

function guardianCells(student: Student, place: number, world: World): string[] {
  const link = student.guardians[place];
  const guardian = link && world.guardians.get(link.guardianId);
  if (!guardian) return GUARDIAN_HEAD.map(() => "");
  return [guardian.givenName, guardian.familyName, link.relation, guardian.addresses.join("; "), guardian.language];
}

/** "Ana Wójcik (40013)", to tell namesakes apart in a list. */
export function numberedName(student: Student): string {
  return student.studentNumber ? `${fullName(student)} (${student.studentNumber})` : fullName(student);
}
