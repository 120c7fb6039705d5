import { fullName, type Student } from "../model/student";
import type { World } from "../model/world";

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
    ["UID", `urn:vine-note:${student.id}`],
    ["FN", fullName(student)],
    ["N", [student.familyName, student.givenName, "", "", ""]],
    ...(student.preferredName ? [["NICKNAME", student.preferredName] as const] : []),
    ...(student.address ? [["EMAIL", student.address] as const] : []),
    ...(student.birthday ? [["BDAY", student.birthday.replaceAll("-", "")] as const] : []),
    ...(student.tags.length > 0 ? [["CATEGORIES", student.tags, ","] as const] : []),
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
        ["UID", `urn:vine-note:${id}`],
        ["FN", fullName(guardian)],
        ["N", [guardian.familyName, guardian.givenName, "", "", ""]],
        ...guardian.addresses.map((address, place) => [`EMAIL;PREF=${place + 1}`, address] as const),
        ["LANG", guardian.language],
        ...(related[0] ? [["X-RELATION", related[0].relation] as const] : []),
        ...related.map(({ student }) => ["RELATED;TYPE=child;VALUE=text", fullName(student)] as const),
      ]),
    ];
  });
}

type Line = readonly [name: string, value: string | readonly string[], separator?: string];

function card(lines: readonly Line[]): string {
  const written = lines.map(([name, value, separator = ";"]) => {
    const text = typeof value === "string" ? escaped(value) : value.map(escaped).join(separator);
    return folded(`${name}:${text}`);
  });
  return ["BEGIN:VCARD", "VERSION:4.0", ...written, "END:VCARD", ""].join("\r\n");
}

/** RFC 6350, section 3.4. */
function escaped(text: string): string {
  return text.replace(/[\\,;]/g, (sign) => `\\${sign}`).replace(/\r\n|\r|\n/g, "\\n");
}

const MAX_LINE_BYTES = 75;

/** Lines of more than 75 bytes go on in the next, after a space (RFC 6350, section 3.2); a character is never cut. */
function folded(line: string): string {
  const encoder = new TextEncoder();
  let out = "";
  let bytes = 0;
  for (const character of line) {
    const size = encoder.encode(character).length;
    if (bytes + size > MAX_LINE_BYTES) {
      out += "\r\n ";
      bytes = 1;
    }
    out += character;
    bytes += size;
  }
  return out;
}
