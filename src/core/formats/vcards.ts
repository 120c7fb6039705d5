import ICAL from "ical.js";
import { ownValue } from "../model/ownValue";
import { fullName, type Student } from "../model/student";
import type { World } from "../model/world";
import { withoutControls } from "./withoutControls";

/** Contact cards (vCard 4, RFC 6350) of students and their guardians, each guardian once. */
export function vcards(
  students: readonly Student[],
  audience: "students" | "guardians" | "both",
  world: World,
): string {
  const cards: string[] = [];
  if (audience !== "guardians") cards.push(...students.map(studentCard));
  if (audience !== "students") cards.push(...guardianCards(students, world));
  return cards.join("");
}

function studentCard(student: Student): string {
  return card([
    ["uid", `urn:vine-note:${student.id}`],
    ["fn", fullName(student)],
    ["n", [student.familyName, student.givenName, "", "", ""]],
    ...(student.preferredName ? [["nickname", student.preferredName] as const] : []),
    ...(student.address ? [["email", student.address] as const] : []),
    ...(student.birthday ? [["bday", student.birthday] as const] : []),
    ...(student.tags.length > 0 ? [["categories", student.tags] as const] : []),
  ]);
}

function guardianCards(students: readonly Student[], world: World): string[] {
  const children = new Map<string, { student: Student; relation: string }[]>();
  for (const student of students) {
    for (const { guardianId, relation } of student.guardians) {
      children.set(guardianId, [...(children.get(guardianId) ?? []), { student, relation }]);
    }
  }
  return [...children].flatMap(([id, related]) => {
    const guardian = world.guardians.get(id);
    if (!guardian) return [];
    return [
      card([
        ["uid", `urn:vine-note:${id}`],
        ["fn", fullName(guardian)],
        ["n", [guardian.familyName, guardian.givenName, "", "", ""]],
        ...guardian.addresses.map((address, place) => ["email", address, { pref: String(place + 1) }] as const),
        ["lang", guardian.language],
        ...(related[0] ? [["x-relation", related[0].relation] as const] : []),
        ...related.map(({ student }) => ["related", fullName(student), { type: "child" }] as const),
      ]),
    ];
  });
}

type Line = readonly [name: string, value: string | readonly string[], parameters?: Readonly<Record<string, string>>];

/** What these properties hold, where it is no plain text (RFC 6350, section 6). */
const TYPES: Readonly<Record<string, string>> = { bday: "date-and-or-time", lang: "language-tag" };

/** One card as jCard (RFC 7095), which the library writes: escaped and folded as the standard asks. */
function card(lines: readonly Line[]): string {
  const properties = lines.map(([name, raw, parameters = {}]) => {
    const value = typeof raw === "string" ? withoutControls(raw) : raw.map(withoutControls);
    const type = ownValue(TYPES, name) ?? "text";
    // A name has its parts in one value, other lists have several values.
    return name === "n" ? [name, parameters, type, value] : [name, parameters, type, ...[value].flat()];
  });
  return `${ICAL.stringify(["vcard", [["version", {}, "text", "4.0"], ...properties], []])}\r\n`;
}
