import { guessMark } from "../figures/markMeaning";
import { numberIn } from "../figures/scoreCell";
import { nameKey } from "../matching/nameKey";
import { type ColumnMeaning, type ColumnRole, GUARDIAN_ROLES, isIdentity, meaningOfHeader } from "./columnMeaning";
import { isDetailLabel, outOf, readAssignmentHeader } from "./isDetailLabel";
import { isNoScore, isYearOfSchool } from "./isNoScore";
import type { RawTable } from "./rawTable";
import { looksLikeDate } from "./readDate";
import type { TableKind } from "./tableKind";

/** Where the header of a table is, and what everything in it seems to be. Every guess can be changed by the teacher. */
export interface TableShape {
  readonly kind: TableKind;
  /** Whether the kind follows from the headings; an unsure guess is asked. */
  readonly sure: boolean;
  /** All rows up to and including this one are titles and header. */
  readonly lastHeaderRow: number;
  /** The heading of each column. */
  readonly titles: readonly string[];
  /** What a row above the headings groups columns under, such as a category. */
  readonly groups: readonly string[];
  /** Rows of points possible or due dates, in the header or elsewhere. */
  readonly detailRows: readonly number[];
  readonly meanings: readonly ColumnMeaning[];
}

/** Titles stand above the header in the first rows, if anywhere. */
const ROWS_SEARCHED = 20;
/** Enough to know what a column holds. */
const ROWS_SAMPLED = 400;
const NOT_USED: ColumnMeaning = { role: "not used" };

/** What the gradebook already has, by name: a heading that is one of these says what its column is. */
export interface KnownNames {
  readonly categories: ReadonlySet<string>;
  readonly assignments: ReadonlySet<string>;
}

/** What a table is, where its headings end and what each column holds, by its headings and its cells. */
export function recognise(table: RawTable, known: KnownNames): TableShape {
  if (table.preset) {
    const [titles = []] = table.rows;
    const { kind, meanings } = table.preset;
    return { kind, sure: true, lastHeaderRow: 0, titles, groups: [], detailRows: [], meanings };
  }
  const { titleRow, lastHeaderRow, titles, groups, detailRows } = findHeader(table);
  const body = table.rows.slice(lastHeaderRow + 1, lastHeaderRow + 1 + ROWS_SAMPLED);
  const meanings = settle(
    titles.map((title, column): ColumnMeaning => {
      const cells = body.map((row) => row[column] ?? "").filter(Boolean);
      const isWorked = detailRows.some((row) => (table.rows[row]?.[column] ?? "") !== "");
      return meaningOf(title, cells, known, isWorked);
    }),
  );
  return { ...kindOf(meanings, titleRow >= 0), lastHeaderRow, titles, groups, detailRows, meanings };
}

/** `isWorked` is whether points possible or a date stand above or below the heading: then it is an assignment's. */
function meaningOf(
  title: string,
  cells: readonly string[],
  { categories, assignments }: KnownNames,
  isWorked: boolean,
): ColumnMeaning {
  const header = readAssignmentHeader(title);
  if (assignments.has(nameKey(header.title))) return { role: "scores" };
  if (isYearOfSchool(title, cells)) return NOT_USED;
  const isNamed = isWorked || header.pointsPossible !== undefined || categories.has(nameKey(title));
  if (title && !isNamed && !meaningOfHeader(title) && isNoScore(title, cells)) return NOT_USED;
  const named = meaningOfHeader(title);
  if (categories.has(nameKey(title)) && mostly(cells, isNumber)) return { role: "category average", category: title };
  // A category that no class has makes no average, unless the column holds percents.
  if (named?.role === "category average" && !categories.has(nameKey(named.category ?? ""))) {
    if (!cells.some((cell) => cell.includes("%")) && !/average|avg|percent|%/i.test(title)) return scoresOr(cells);
  }
  if (named) return named;
  return title ? scoresOr(cells) : NOT_USED;
}

/** Scores are numbers and marks; a column of ticks and marks alone is work that is only handed in or missing. */
function scoresOr(cells: readonly string[]): ColumnMeaning {
  if (mostly(cells, looksLikeDate)) return NOT_USED;
  if (mostly(cells, (cell) => isNumber(cell) || guessMark(cell, NO_LABELS) !== undefined)) return { role: "scores" };
  // Marks of the school's own among numbers.
  return cells.some(isNumber) && cells.every((cell) => isNumber(cell) || cell.length <= LONGEST_MARK)
    ? { role: "scores" }
    : NOT_USED;
}

const LONGEST_MARK = 12;
const NO_LABELS: ReadonlySet<string> = new Set();

function isNumber(cell: string): boolean {
  const number = numberIn(cell);
  return number !== undefined && (number.mark === "" || guessMark(number.mark, NO_LABELS) !== undefined);
}

function mostly(cells: readonly string[], test: (cell: string) => boolean): boolean {
  return cells.length > 0 && cells.filter(test).length * 2 >= cells.length;
}

/** What one column is depends on the others: the address beside a guardian's name is the guardian's. */
function settle(meanings: readonly ColumnMeaning[]): ColumnMeaning[] {
  const has = (...roles: ColumnRole[]) => meanings.some(({ role }) => roles.includes(role));
  const hasGuardian = has("guardian name", "guardian given name", "guardian family name");
  const isList = has("assignment") && has("score", "status");
  const taken = new Set<ColumnRole>();
  return meanings.map((meaning): ColumnMeaning => {
    const { role, guardian } = meaning;
    if (role === "student address" && hasGuardian && !has("guardian address") && !taken.has(role)) {
      return { role: "guardian address", guardian: 1 };
    }
    if (GUARDIAN_ROLES.includes(role) && guardian === undefined) {
      return hasGuardian || has("guardian address")
        ? { ...meaning, guardian: 1 }
        : role === "language"
          ? NOT_USED
          : meaning;
    }
    if (isIdentity(role)) {
      if (taken.has(role)) return NOT_USED;
      taken.add(role);
    }
    const needsList = [
      "assignment",
      "points possible",
      "category",
      "due date",
      "status",
      "comment",
      "term",
      "extra credit",
    ];
    if (!isList && needsList.includes(role)) return NOT_USED;
    if (!isList && role === "score") return { role: "scores" };
    if (isList && role === "scores") return NOT_USED;
    return meaning;
  });
}

function kindOf(meanings: readonly ColumnMeaning[], named: boolean): { kind: TableKind; sure: boolean } {
  const has = (...roles: ColumnRole[]) => meanings.some(({ role }) => roles.includes(role));
  if (!meanings.some(({ role }) => isIdentity(role))) return { kind: "not used", sure: false };
  const hasGuardian = meanings.some(({ role }) => role.startsWith("guardian"));
  if (has("time stamp") && (hasGuardian || has("student address", "frequency"))) {
    return { kind: "form answers", sure: true };
  }
  if (has("assignment")) return { kind: "score list", sure: named };
  if (hasGuardian) return { kind: "contacts", sure: named };
  if (has("scores")) return { kind: "scores", sure: named };
  if (has("overall average", "category average")) return { kind: "averages", sure: named };
  return { kind: "roster", sure: named && has("class", "block", "birthday", "student address", "student number") };
}

function findHeader({ rows }: RawTable) {
  const searched = rows.slice(0, ROWS_SEARCHED);
  const known = searched.map((row) => row.filter((cell) => isNamed(cell)).length);
  const filled = searched.map((row) => row.filter(Boolean).length);
  // Of the rows that name whose row it is, the one that names most.
  const most = Math.max(0, ...known);
  const titleRow = most > 0 ? known.indexOf(most) : -1;
  const base = titleRow >= 0 ? titleRow : Math.max(0, filled.indexOf(Math.max(...filled)));
  const baseRow = rows[base] ?? [];
  const above = base > 0 ? (rows[base - 1] ?? []) : [];
  const detailRows: number[] = [];
  const identity = new Set(baseRow.flatMap((cell, column) => (isNamed(cell) ? [column] : [])));
  const width = Math.max(0, ...rows.slice(base, base + ROWS_SEARCHED).map((row) => row.length));

  const isDetail = (row: readonly string[]) => {
    const others = row.filter((cell, column) => cell && !identity.has(column));
    const labels = row.filter((cell, column) => cell && identity.has(column));
    return (
      others.length > 0 &&
      others.every((cell) => isNumber(cell) || looksLikeDate(cell) || outOf(cell) !== undefined) &&
      labels.every((cell) => isDetailLabel(cell))
    );
  };
  // A row above the headings holds the titles when the row below holds only their points or dates; else it groups them.
  const aboveTexts = above.filter((cell, column) => cell && !identity.has(column) && !isNumber(cell));
  const spansOne = above.filter(Boolean).length <= 1 && above.findIndex(Boolean) <= 0;
  const usesAbove = identity.size > 0 && aboveTexts.length > 0 && !spansOne;
  const baseOthers = baseRow.filter((cell, column) => cell && !identity.has(column));
  const baseIsDetail =
    usesAbove && baseOthers.every((cell) => isNumber(cell) || looksLikeDate(cell) || outOf(cell) !== undefined);
  if (baseIsDetail && baseOthers.length > 0) detailRows.push(base);

  const titles: string[] = [];
  const groups: string[] = [];
  let group = "";
  for (let column = 0; column < width; column += 1) {
    const upper = usesAbove ? (above[column] ?? "") : "";
    if (upper) group = upper;
    if (identity.has(column)) group = "";
    titles.push(baseIsDetail && upper ? upper : (baseRow[column] ?? ""));
    groups.push(baseIsDetail ? "" : group);
  }
  let lastHeaderRow = base;
  while (isDetail(rows[lastHeaderRow + 1] ?? []) && isOfHeader(rows[lastHeaderRow + 1] ?? [], identity)) {
    lastHeaderRow += 1;
    detailRows.push(lastHeaderRow);
  }
  return { titleRow, lastHeaderRow, titles, groups, detailRows };
}

/** A row right below the headings that names nobody. */
function isOfHeader(row: readonly string[], identity: ReadonlySet<number>): boolean {
  return identity.size > 0 && [...identity].every((column) => !row[column] || isDetailLabel(row[column] ?? ""));
}

function isNamed(cell: string): boolean {
  const role = meaningOfHeader(cell)?.role;
  return role !== undefined && (isIdentity(role) || role.startsWith("guardian") || role === "time stamp");
}
