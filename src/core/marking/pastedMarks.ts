import Papa from "papaparse";
import { studentMatcher } from "../matching/studentMatcher";
import type { Criterion, Reached } from "../model/criterion";
import { readOwnValue } from "../model/extraColumn";
import type { Student } from "../model/student";
import { titleKey } from "../model/titleKey";

/** What one student gets of a pasted block: marks, and a comment where the block has a column of them. */
export interface PastedMark {
  readonly studentId: string;
  readonly reached: Reached;
  readonly comment?: string;
}

export interface PastedMarks {
  readonly marks: readonly PastedMark[];
  /** Cells that are no level and no points of their criterion, with whose they are. */
  readonly refused: readonly string[];
  /** Rows that belong to nobody for certain, as they name somebody. */
  readonly unknown: readonly string[];
}

/** Where a block was pasted that does not say whose its rows are: from this student and this criterion on. */
export interface PastedAt {
  readonly students: readonly Student[];
  readonly row: number;
  readonly column: number;
}

const NAMES = new Set(["name", "student", "student name", "full name", "pupil"].map(titleKey));
const NUMBERS = new Set(["number", "student number", "no", "no.", "id", "student id"].map(titleKey));
const COMMENTS = new Set(["comment", "comments", "feedback", "remark"].map(titleKey));

/**
 * The marks of a pasted block. With a heading that names students and criteria, rows are found by number or name and never by
 * order, columns by their criterion. Without one it is laid from a cell on, as it stands. A level goes by its label, its place
 * from the lowest, counted from 1, or its points where these are no place; what is neither is given back.
 */
export function pastedMarks(text: string, rubric: readonly Criterion[], at: PastedAt): PastedMarks {
  const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ""), { delimiter: "\t" });
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  const heading = headingOf(rows[0] ?? [], rubric);
  const marks: PastedMark[] = [];
  const refused: string[] = [];
  const unknown: string[] = [];
  const find = heading && studentMatcher(at.students, "exact only");
  (heading ? rows.slice(1) : rows).forEach((row, place) => {
    const cell = (column: number) => (column < 0 ? "" : (row[column] ?? ""));
    const name = heading ? cell(heading.name) || cell(heading.number) : "";
    const match = heading && find?.({ studentNumber: cell(heading.number), name: cell(heading.name) });
    const studentId = heading
      ? match?.kind === "certain"
        ? match.studentId
        : undefined
      : at.students[at.row + place]?.id;
    if (studentId === undefined) {
      if (row.some(Boolean)) unknown.push(name || row.join(" "));
      return;
    }
    const reached: Record<string, string | number> = {};
    rubric.forEach((criterion, index) => {
      const typed = cell(heading ? (heading.criteria.get(criterion.id) ?? -1) : index - at.column);
      if (!typed) return;
      const mark = readMark(criterion, typed);
      if (mark === undefined) refused.push(name ? `“${typed}” of ${name}` : `“${typed}”`);
      else reached[criterion.id] = mark;
    });
    const comment = heading ? cell(heading.comment) : "";
    if (Object.keys(reached).length > 0 || comment) marks.push({ studentId, reached, ...(comment && { comment }) });
  });
  return { marks, refused, unknown };
}

/** What a typed or pasted cell says of a criterion: the id of a level, or points; none where it says neither. */
export function readMark(criterion: Criterion, typed: string): string | number | undefined {
  const { levels, most } = criterion;
  const number = readOwnValue(typed, "number");
  if (most !== undefined)
    return typeof number === "number" && number >= 0 && number <= most ? fourDecimals(number) : undefined;
  const named = levels.find(({ label }) => titleKey(label) === titleKey(typed));
  if (named) return named.id;
  if (typeof number !== "number") return undefined;
  // Where levels have points, a number is points; only without any is it a place.
  const hasPoints = levels.some(({ points }) => points !== undefined);
  const found = hasPoints ? levels.filter(({ points }) => points === number) : levels.slice(number - 1, number);
  return found.length === 1 && Number.isInteger(number * 10_000) ? found[0]?.id : undefined;
}

const fourDecimals = (points: number) => Math.round(points * 10_000) / 10_000;

interface Heading {
  readonly name: number;
  readonly number: number;
  readonly comment: number;
  readonly criteria: ReadonlyMap<string, number>;
}

/** Where a first row names students and at least one criterion; none where it is data. */
function headingOf(row: readonly string[], rubric: readonly Criterion[]): Heading | undefined {
  const keys = row.map(titleKey);
  const placeIn = (words: ReadonlySet<string>) => keys.findIndex((key) => words.has(key));
  const criteria = new Map(
    rubric.flatMap(({ id, name }) => {
      const place = keys.indexOf(titleKey(name));
      return place < 0 ? [] : [[id, place] as const];
    }),
  );
  const [name, number] = [placeIn(NAMES), placeIn(NUMBERS)];
  if (criteria.size === 0 || (name < 0 && number < 0)) return undefined;
  return { name, number, comment: placeIn(COMMENTS), criteria };
}
