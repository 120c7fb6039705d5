import { nameKey } from "../matching/nameKey";
import type { studentMatcher } from "../matching/studentMatcher";
import { type ColumnMeaning, type ColumnRole, isIdentity } from "./columnMeaning";
import { foldHeading } from "./foldHeading";
import { numberKey } from "./knownValues";
import { meaningOfHeader } from "./meaningOfHeader";

/** A column that names the student a second time, as columns do that were pasted beside others. */
export interface SecondIdentity {
  readonly column: number;
  readonly role: ColumnRole;
  /** The column of the same kind that counts. */
  readonly first: number;
  /** Whether both stand under one heading: then they must say the same, whoever is known. */
  readonly isSameHeading: boolean;
}

/** The columns that could name the student and do not count, by the guesses of all columns and those that count. */
export function secondIdentities(
  guesses: readonly { meaning: ColumnMeaning }[],
  kept: ReadonlyMap<ColumnRole, number>,
  titles: readonly string[],
): SecondIdentity[] {
  return guesses.flatMap(({ meaning: { role } }, column) => {
    const first = kept.get(role);
    if (role === "student address" || first === undefined || first === column) return [];
    // "Partner" and "Marker" name other people on purpose.
    const [title, heading] = [titles[column] ?? "", meaningOfHeader(titles[column] ?? "")];
    if (title.trim() && !(heading && isIdentity(heading.role))) return [];
    return [
      { column, role, first, isSameHeading: foldHeading(titles[column] ?? "") === foldHeading(titles[first] ?? "") },
    ];
  });
}

/**
 * Whether a row names somebody else than `studentId` beside: by a number or name that is known here, or by one that differs
 * under the same heading. Then nobody can say whose figures stand in it.
 */
export function namesAnother(
  cells: readonly string[],
  seconds: readonly SecondIdentity[],
  exact: ReturnType<typeof studentMatcher>,
  studentId: string | undefined,
): boolean {
  return seconds.some(({ column, role, first, isSameHeading }) => {
    const [said, other] = [cells[first] ?? "", cells[column] ?? ""];
    const keyOf = role === "student number" ? numberKey : nameKey;
    if (!keyOf(other) || keyOf(said) === keyOf(other)) return false;
    const isWhole = role === "student number" || role === "full name";
    const match = exact(
      role === "student number" ? { studentNumber: other, name: "" } : { studentNumber: "", name: other },
    );
    if (isWhole && match.kind === "certain") return match.studentId !== studentId;
    return isSameHeading && keyOf(said) !== "";
  });
}
