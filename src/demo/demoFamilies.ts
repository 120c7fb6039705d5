import type { Guardian } from "@/core/model/guardian";
import type { Student } from "@/core/model/student";
import type { Random } from "@/core/random";
import { FAMILY_NAMES, GIVEN_NAMES, LANGUAGES, NOTABLE_FAMILIES } from "./names";

/** Students with their guardians: shared households, siblings, namesakes, and addresses that make trouble. */
export function demoFamilies(random: Random, count: number): { students: Student[]; guardians: Guardian[] } {
  const students: Student[] = [];
  const guardians: Guardian[] = [];
  const taken = new Set<string>();

  for (let place = 0; place < count; place += 1) {
    const notable = NOTABLE_FAMILIES[place % 10 === 4 ? (place - 4) / 10 : -1];
    const sibling = !notable && place > 30 && random.chance(0.08) ? random.pick(students.slice(0, 30)) : undefined;
    const { given, family } = notable ?? newName(random, taken, sibling?.familyName);
    const student: Student = {
      id: `student-${place + 1}`,
      studentNumber: String(40_000 + place * 7 + 13),
      givenName: given,
      familyName: family,
      tags: [],
      address: `s${40_000 + place * 7 + 13}@students.sallowbay.example`,
      guardians: sibling?.guardians ?? [],
    };
    if (!sibling) {
      const household = demoHousehold(random, student, place, notable?.language);
      guardians.push(...household);
      student.guardians = household.map(({ id }, parent) => ({
        guardianId: id,
        relation: place % 9 === 0 && parent === 0 ? "grandparent" : "parent",
      }));
    }
    students.push(student);
  }
  addNamesake(students);
  addTrouble(guardians);
  return { students, guardians };
}

function newName(random: Random, taken: Set<string>, familyName?: string): { given: string; family: string } {
  for (;;) {
    const given = random.pick(GIVEN_NAMES);
    const family = familyName ?? random.pick(FAMILY_NAMES);
    const name = `${given} ${family}`;
    // A large school runs out of pairs: a second given name keeps people apart.
    const distinct = taken.has(name) ? `${given} ${random.pick(GIVEN_NAMES)}` : given;
    if (taken.has(`${distinct} ${family}`)) continue;
    taken.add(`${distinct} ${family}`);
    return { given: distinct, family };
  }
}

function demoHousehold(random: Random, student: Student, place: number, language?: string): Guardian[] {
  const reads = language ?? (random.chance(0.1) ? random.pick(LANGUAGES) : "en");
  const parents = random.chance(0.75) ? 2 : 1;
  const shareOneAddress = parents === 2 && random.chance(0.06);
  const firstName = random.whole(0, GIVEN_NAMES.length - 1);
  const sharedDomain = random.pick(DOMAINS);
  return Array.from({ length: parents }, (_, parent) => {
    // Parents of one household have names of their own.
    const givenName = GIVEN_NAMES[(firstName + parent * PARENTS_APART) % GIVEN_NAMES.length] ?? "Ada";
    // Addresses are numbered, since names in other scripts make none.
    const mailbox = shareOneAddress ? `family${place + 1}` : `${plain(givenName)}.${place + 1}${parent ? "b" : ""}`;
    return {
      id: `guardian-${place + 1}${"ab"[parent]}`,
      givenName,
      familyName: parent === 1 && random.chance(0.3) ? random.pick(FAMILY_NAMES) : student.familyName,
      addresses: [`${mailbox}@${shareOneAddress ? sharedDomain : random.pick(DOMAINS)}`],
      language: reads,
      householdId: `household-${place + 1}`,
      confirmation: "not asked" as const,
      frequency: "each letter" as const,
    };
  });
}

const PARENTS_APART = 31;
const DOMAINS = ["harbourmail.example", "tidepost.example", "saltpost.example"];

function plain(name: string): string {
  return (
    name
      .normalize("NFD")
      .replace(/[^a-zA-Z]/g, "")
      .toLowerCase() || "family"
  );
}

/** Two students of the same name, in one class. */
function addNamesake(students: Student[]): void {
  const [first, second] = [students[11], students[17]];
  if (!first || !second) return;
  second.givenName = first.givenName;
  second.familyName = first.familyName;
}

/** One guardian without an address, one mistyped, one whose mailbox is gone, one who asked not to be written to. */
function addTrouble(guardians: Guardian[]): void {
  const [withoutAddress, mistyped, gone, optedOut] = [guardians[20], guardians[45], guardians[70], guardians[100]];
  if (withoutAddress) withoutAddress.addresses = [];
  if (mistyped) mistyped.addresses = [`${plain(mistyped.givenName)}@harbourmail,example`];
  if (gone) gone.addresses = [`${plain(gone.givenName)}@gone.example`];
  if (optedOut) optedOut.confirmation = "declined";
}
