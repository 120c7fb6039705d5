import { distance } from "fastest-levenshtein";
import { fullName, type Student } from "../model/student";
import { agreesAsPerson, isShortForm } from "./agreesAsPerson";
import { nameKey } from "./nameKey";

/** What a row of a table says about whose row it is. */
export interface RowIdentity {
  readonly studentNumber: string;
  readonly name: string;
  /** The student's own address. */
  readonly address?: string;
}

/** Why somebody is likely meant. */
export type LikelyBecause = "an initial" | "part of the name" | "a short form" | "a similar name";

export type RowMatch =
  | { kind: "certain"; studentId: string; by: "student number" | "address" | "name" }
  /** Somebody is very likely meant; nothing is used until the suggestion is accepted. */
  | { kind: "likely"; studentId: string; because: LikelyBecause }
  /** Somebody must say who is meant; nothing of the row is used until then. */
  | {
      kind: "in doubt";
      cause:
        | "namesakes"
        | "several similar names"
        | "number and name disagree"
        | "in another class"
        | "two students in one row";
      candidates: string[];
    }
  | { kind: "nobody" };

/** Names that nobody has, after which none is compared by likeness any more. */
const MOST_STRANGERS = 5_000;
/** Spelling slips that still make a suggestion, per name. */
const MOST_SLIPS = 2;

/**
 * Whose row each row is, by identity and never by order: the student number first, then the address, then the name.
 * A number that belongs to somebody of another name is in doubt, and so are namesakes.
 */
export function studentMatcher(
  students: readonly Student[],
  likeness: "likely ones too" | "exact only" = "likely ones too",
): (row: RowIdentity) => RowMatch {
  const byNumber = groupBy(students, (student) => [numberKey(student.studentNumber)]);
  const byAddress = groupBy(students, (student) => [(student.address ?? "").toLowerCase()]);
  const byName = groupBy(students, namesOf);
  let likelyNames: LikelyNames | undefined;
  let numbers: Map<string, string> | undefined;
  const numberOf = (id: string) => {
    numbers ??= new Map(students.map((student) => [student.id, student.studentNumber]));
    return numbers.get(id) ?? "";
  };
  const likelyOf = new Map<string, RowMatch>();
  return ({ studentNumber, name, address = "" }) => {
    const key = nameKey(name);
    const named = key ? (byName.get(key) ?? []) : [];
    for (const [by, found] of [
      ["student number", studentNumber ? (byNumber.get(numberKey(studentNumber)) ?? []) : []],
      ["address", address ? (byAddress.get(address.toLowerCase()) ?? []) : []],
    ] as const) {
      const [only] = found;
      if (!only || found.length !== 1) continue;
      if (!key || namesOf(only).some((known) => agreesAsPerson(key, known)))
        return { kind: "certain", studentId: only.id, by };
      // Somebody who is called otherwise: the number and the family name are the same, and nobody else is called so.
      if (by === "student number" && named.length === 0 && isOfFamily(key, only))
        return { kind: "certain", studentId: only.id, by };
      // An address is the whole family's as often as not: with another name it says nothing of who is meant.
      if (by === "address") continue;
      return { kind: "in doubt", cause: "number and name disagree", candidates: idsOf([only, ...named]) };
    }
    if (named.length === 1 && named[0] && (!studentNumber || !named[0].studentNumber)) {
      return { kind: "certain", studentId: named[0].id, by: "name" };
    }
    // A number that nobody has, with a name that somebody has, may be a slip in the number or a new namesake.
    if (named.length > 0) {
      const cause = named.length > 1 ? "namesakes" : "number and name disagree";
      return { kind: "in doubt", cause, candidates: idsOf(named) };
    }
    if (!key || likeness === "exact only") return { kind: "nobody" };
    likelyNames ??= new LikelyNames(students);
    let likely = likelyOf.get(key);
    if (!likely) {
      // So many strangers are another school's list: likeness of names says nothing any more, and costs a look at all.
      if (likelyOf.size >= MOST_STRANGERS) return { kind: "nobody" };
      likely = likelyNames.match(key);
      likelyOf.set(key, likely);
    }
    return studentNumber ? withoutOtherNumbers(likely, numberOf) : likely;
  };
}

/** Whether a name has the whole family name of a student, and something beside it. */
function isOfFamily(key: string, { familyName }: Student): boolean {
  const parts = key.split(" ");
  const family = nameKey(familyName).split(" ").filter(Boolean);
  return family.length > 0 && parts.length > family.length && family.every((part) => parts.includes(part));
}

/** Brothers and sisters have names alike and numbers of their own: whoever has another number is not likely meant. */
function withoutOtherNumbers(match: RowMatch, numberOf: (studentId: string) => string): RowMatch {
  if (match.kind === "likely") return numberOf(match.studentId) ? { kind: "nobody" } : match;
  if (match.kind !== "in doubt") return match;
  const candidates = match.candidates.filter((id) => !numberOf(id));
  return candidates.length > 0 ? { ...match, candidates } : { kind: "nobody" };
}

/** Names that are not the same and still mean one person: an initial, a name left out or added, a slip of spelling. */
class LikelyNames {
  private readonly names: { student: Student; key: string; parts: string[] }[];
  private readonly byPart = new Map<string, Set<number>>();

  constructor(students: readonly Student[]) {
    this.names = students.flatMap((student) =>
      namesOf(student).map((key) => ({ student, key, parts: key.split(" ") })),
    );
    this.names.forEach(({ parts }, place) => {
      for (const part of parts) {
        const places = this.byPart.get(part) ?? new Set();
        this.byPart.set(part, places.add(place));
      }
    });
  }

  match(key: string): RowMatch {
    const parts = key.split(" ");
    const sharing = [...new Set(parts.flatMap((part) => [...(this.byPart.get(part) ?? [])]))].map(
      (place) => this.names[place],
    );
    const by = (test: (known: string[]) => boolean) =>
      distinct(sharing.flatMap((name) => (name && test(name.parts) ? [name.student] : [])));
    return (
      suggestion(
        by((known) => sameButInitials(parts, known)),
        "an initial",
      ) ??
      suggestion(
        by((known) => within(parts, known) || within(known, parts)),
        "part of the name",
      ) ??
      suggestion(
        by((known) => isShorter(parts, known) || isShorter(known, parts)),
        "a short form",
      ) ??
      suggestion(this.similar(key), "a similar name") ?? { kind: "nobody" }
    );
  }

  private similar(key: string): Student[] {
    const most = Math.min(MOST_SLIPS, Math.floor(key.length / 4));
    if (most === 0) return [];
    return distinct(
      this.names.flatMap(({ student, key: known }) =>
        Math.abs(known.length - key.length) <= most && distance(known, key) <= most ? [student] : [],
      ),
    );
  }
}

function suggestion(
  students: readonly Student[],
  because: Extract<RowMatch, { kind: "likely" }>["because"],
): RowMatch | undefined {
  const [only] = students;
  if (!only) return undefined;
  return students.length === 1
    ? { kind: "likely", studentId: only.id, because }
    : { kind: "in doubt", cause: "several similar names", candidates: idsOf(students) };
}

/** The same number of names, one of them at least in full, the others an initial on one side. */
function sameButInitials(a: readonly string[], b: readonly string[]): boolean {
  if (a.length !== b.length) return false;
  const open = [...b];
  const takeOut = (part: string, fits: (known: string) => boolean) => {
    const place = open.findIndex(fits);
    if (place >= 0) open.splice(place, 1);
    return place >= 0 ? undefined : part;
  };
  const rest = a.flatMap((part) => takeOut(part, (known) => known === part) ?? []);
  if (rest.length === a.length) return false;
  return rest.every(
    (part) => takeOut(part, (known) => (part.length === 1 || known.length === 1) && known[0] === part[0]) === undefined,
  );
}

/** Whether a name is another one with given names cut short or left out: "Tom Farrow" is "Tomás Jan Farrow". */
function isShorter(parts: readonly string[], longer: readonly string[]): boolean {
  if (parts.length < 2 || parts.length > longer.length) return false;
  const open = [...longer];
  const rest = parts.filter((part) => {
    const place = open.indexOf(part);
    if (place >= 0) open.splice(place, 1);
    return place < 0;
  });
  // One part at least in full: families share given names that begin alike.
  if (rest.length !== 1 || rest.length === parts.length) return false;
  const [short = ""] = rest;
  return open.some((known) => (short.length >= SHORTEST_FORM && known.startsWith(short)) || isShortForm(short, known));
}
const SHORTEST_FORM = 3;

/** Whether all parts of a name, two at least, are among those of a longer one. */
function within(parts: readonly string[], longer: readonly string[]): boolean {
  return parts.length >= 2 && parts.length < longer.length && parts.every((part) => longer.includes(part));
}

function namesOf(student: Student): string[] {
  const keys = [nameKey(fullName(student))];
  if (student.preferredName) keys.push(nameKey(`${student.preferredName} ${student.familyName}`));
  return keys;
}

/** Spreadsheets drop leading zeros. */
function numberKey(studentNumber: string): string {
  return studentNumber
    .trim()
    .toLowerCase()
    .replace(/^0+(?=.)/, "");
}

function idsOf(students: readonly Student[]): string[] {
  return distinct(students).map(({ id }) => id);
}

function distinct(students: readonly Student[]): Student[] {
  return [...new Map(students.map((student) => [student.id, student])).values()];
}

function groupBy(students: readonly Student[], keysOf: (student: Student) => string[]): Map<string, Student[]> {
  const groups = new Map<string, Student[]>();
  for (const student of students) {
    for (const key of new Set(keysOf(student))) {
      if (!key) continue;
      const group = groups.get(key);
      if (group) group.push(student);
      else groups.set(key, [student]);
    }
  }
  return groups;
}
