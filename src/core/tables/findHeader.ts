import { nameKey } from "../matching/nameKey";
import { titleKey } from "../model/titleKey";
import { isNumber } from "./cellMeaning";
import { isIdentity } from "./columnMeaning";
import { isDetailLabel, outOf } from "./isDetailLabel";
import { type KnownValues, numberKey } from "./knownValues";
import { meaningOfHeader } from "./meaningOfHeader";
import type { RawTable } from "./rawTable";
import { looksLikeDate } from "./readDate";

/** Titles stand above the header in the first rows, if anywhere. */
const ROWS_SEARCHED = 20;

/** Where the headings of a table are: the row that names most of what names people, with what stands above and below it. */
export interface FoundHeader {
  /** -1 where no heading is known, and the fullest row was taken. */
  readonly titleRow: number;
  /** The row with the headings; rows of points and dates may follow. */
  readonly headingRow: number;
  readonly lastHeaderRow: number;
  readonly titles: readonly string[];
  readonly groups: readonly string[];
  readonly detailRows: readonly number[];
}

/** Finds the headings in the first rows of a table. */
export function findHeader({ rows }: RawTable, known: KnownValues): FoundHeader {
  const searched = rows.slice(0, ROWS_SEARCHED);
  const named = searched.map((row) => row.filter((cell) => isNamed(cell)).length);
  const filled = searched.map((row) => row.filter(Boolean).length);
  const titleRow = firstHeading(named);
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
      others.length > 0 && others.every((cell) => isDetailCell(cell)) && labels.every((cell) => isDetailLabel(cell))
    );
  };
  // A row above the headings holds the titles when the row below holds only their points or dates; else it groups them.
  const aboveTexts = above.filter((cell, column) => cell && !identity.has(column) && !isNumber(cell));
  const spansOne = above.filter(Boolean).length <= 1 && above.findIndex(Boolean) <= 0;
  const usesAbove = identity.size > 0 && aboveTexts.length > 0 && !spansOne;
  const baseOthers = baseRow.filter((cell, column) => cell && !identity.has(column));
  const baseIsDetail = usesAbove && baseOthers.length > 0 && baseOthers.every((cell) => isDetailCell(cell));
  if (baseIsDetail) detailRows.push(base);
  // One line of words above the headings is a title of the table, and no category, unless a category is called so.
  const groupsSomething =
    !baseIsDetail &&
    usesAbove &&
    (new Set(aboveTexts).size > 1 || aboveTexts.every((text) => known.categories.has(titleKey(text))));
  // Dates or points that stand above the headings, over the work.
  const aboveIsDetail = !baseIsDetail && base > 0 && isDetail(above);
  if (aboveIsDetail) detailRows.push(base - 1);

  const titles: string[] = [];
  const groups: string[] = [];
  let group = "";
  for (let column = 0; column < width; column += 1) {
    const upper = usesAbove ? (above[column] ?? "") : "";
    if (upper) group = upper;
    if (identity.has(column)) group = "";
    titles.push(baseIsDetail && upper ? upper : (baseRow[column] ?? ""));
    groups.push(groupsSomething && !aboveIsDetail ? group : "");
  }
  let lastHeaderRow = base;
  while (isDetail(rows[lastHeaderRow + 1] ?? []) && isOfHeader(rows[lastHeaderRow + 1] ?? [], identity, known)) {
    lastHeaderRow += 1;
    detailRows.push(lastHeaderRow);
  }
  return { titleRow, headingRow: base, lastHeaderRow, titles, groups, detailRows };
}

/**
 * Of the rows that name whose row it is the first; one soon below it that names more is the headings, and the first a line
 * of the title. Further down another table begins.
 */
function firstHeading(named: readonly number[]): number {
  let row = named.findIndex((count) => count > 0);
  if (row < 0) return -1;
  for (let below = row + 1; below <= row + TITLE_LINES && below < named.length; below += 1)
    if ((named[below] ?? 0) > (named[row] ?? 0)) row = below;
  return row;
}
const TITLE_LINES = 3;

/** Points possible or a date, as they stand with the heading of an assignment. */
export function isDetailCell(cell: string): boolean {
  return isNumber(cell) || looksLikeDate(cell) || outOf(cell) !== undefined;
}

/** A row right below the headings that names nobody. */
function isOfHeader(row: readonly string[], identity: ReadonlySet<number>, known: KnownValues): boolean {
  return (
    identity.size > 0 &&
    [...identity].every((column) => {
      const cell = row[column] ?? "";
      return (
        !cell || (isDetailLabel(cell) && !known.names.has(nameKey(cell)) && !known.studentNumbers.has(numberKey(cell)))
      );
    })
  );
}

function isNamed(cell: string): boolean {
  const role = meaningOfHeader(cell)?.role;
  return role !== undefined && (isIdentity(role) || role.startsWith("guardian") || role === "time stamp");
}
