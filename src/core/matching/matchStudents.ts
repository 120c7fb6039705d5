import { distance } from "fastest-levenshtein";
import { fullName, type Student } from "../model/student";
import { nameKey } from "./nameKey";

/** What a row of a table says about whose row it is. */
export interface RowIdentity {
  readonly studentNumber: string;
  readonly name: string;
}

export type RowMatch =
  | { kind: "certain"; studentId: string; by: "student number" | "name" }
  /** Somebody must say who is meant; nothing of the row is used until then. */
  | { kind: "in doubt"; cause: "namesakes" | "similar name" | "number and name disagree"; candidates: string[] }
  | { kind: "nobody" };

/** Spelling slips that still make a suggestion, per name. */
const MOST_SLIPS = 2;

/**
 * Whose row each row is, by identity and never by order: the student number first, then the name.
 * A number that belongs to somebody of quite another name is in doubt, and so are namesakes.
 */
export function studentMatcher(
  students: readonly Student[],
  likeness: "similar names too" | "exact only" = "similar names too",
): (row: RowIdentity) => RowMatch {
  const byNumber = groupBy(students, (student) => [numberKey(student.studentNumber)]);
  const byName = groupBy(students, namesOf);
  return ({ studentNumber, name }) => {
    const key = nameKey(name);
    const numbered = studentNumber ? (byNumber.get(numberKey(studentNumber)) ?? []) : [];
    const named = key ? (byName.get(key) ?? []) : [];
    const [only] = numbered;
    if (only && numbered.length === 1) {
      if (!key || sharesAName(only, key)) return { kind: "certain", studentId: only.id, by: "student number" };
      return { kind: "in doubt", cause: "number and name disagree", candidates: idsOf([only, ...named]) };
    }
    if (named.length === 1 && named[0] && !studentNumber) {
      return { kind: "certain", studentId: named[0].id, by: "name" };
    }
    // A number that nobody has, with a name that somebody has, may be a slip in the number or a new namesake.
    if (named.length > 0) {
      const cause = named.length > 1 ? "namesakes" : "number and name disagree";
      return { kind: "in doubt", cause, candidates: idsOf(named) };
    }
    if (!key || likeness === "exact only") return { kind: "nobody" };
    const similar = students.filter((student) =>
      namesOf(student).some((known) => distance(known, key) <= Math.min(MOST_SLIPS, Math.floor(key.length / 4))),
    );
    return similar.length > 0
      ? { kind: "in doubt", cause: "similar name", candidates: idsOf(similar) }
      : { kind: "nobody" };
  };
}

function namesOf(student: Student): string[] {
  const keys = [nameKey(fullName(student))];
  if (student.preferredName) keys.push(nameKey(`${student.preferredName} ${student.familyName}`));
  return keys;
}

function sharesAName(student: Student, key: string): boolean {
  const known = new Set(namesOf(student).flatMap((name) => name.split(" ")));
  return key.split(" ").some((part) => known.has(part));
}

/** Spreadsheets drop leading zeros. */
function numberKey(studentNumber: string): string {
  return studentNumber
    .trim()
    .toLowerCase()
    .replace(/^0+(?=.)/, "");
}

function idsOf(students: readonly Student[]): string[] {
  return [...new Set(students.map(({ id }) => id))];
}

function groupBy(students: readonly Student[], keysOf: (student: Student) => string[]): Map<string, Student[]> {
  const groups = new Map<string, Student[]>();
  for (const student of students) {
    for (const key of new Set(keysOf(student))) {
      if (key) groups.set(key, [...(groups.get(key) ?? []), student]);
    }
  }
  return groups;
}
