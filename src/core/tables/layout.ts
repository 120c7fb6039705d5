import { guessMark } from "../figures/markMeaning";
import { nameKey } from "../matching/nameKey";
import { titleKey } from "../model/titleKey";
import { isNumber, looksLikeAddress } from "./cellMeaning";
import { classNameIn } from "./classNames";
import { isIdentity } from "./columnMeaning";
import { isKindOfWork } from "./computedColumns";
import { isFiguresLabel } from "./figuresLabel";
import { foldHeading } from "./foldHeading";
import { type DetailKind, detailKindOf, outOf } from "./isDetailLabel";
import { type KnownValues, numberKey } from "./knownValues";
import type { LeftOutCause } from "./leftOutCause";
import { meaningOfHeader } from "./meaningOfHeader";
import type { RawTable } from "./rawTable";
import { looksLikeDate } from "./readDate";

type Rows = readonly (readonly string[])[];

/** What stands where in a sheet. */
export interface Layout {
  /** -1 where no heading is known, and the fullest row was taken. */
  readonly titleRow: number;
  /** The row with the headings; rows of points and dates may follow. */
  readonly headingRow: number;
  readonly lastHeaderRow: number;
  readonly titles: readonly string[];
  /** What a row above the headings groups columns under, such as a category. */
  readonly groups: readonly string[];
  /** Rows about the assignments: their points, dates, weights, categories. */
  readonly details: ReadonlyMap<number, DetailKind>;
  /** Columns of another table that stands beside. */
  readonly beside: ReadonlySet<number>;
  /** Rows below the headings that are about no student, with why. */
  readonly others: ReadonlyMap<number, LeftOutCause>;
  /** By row: the class that a line of its own names above it. */
  readonly classOfRow: ReadonlyMap<number, string>;
}

/** Headings stand in the first rows, if anywhere. */
const ROWS_SEARCHED = 20;
/** Rows of details may stand between a line of the title and the headings. */
const MOST_ABOVE = 4;

/** Finds the headings of a table, the rows about its assignments, and what is no part of it. */
export function layoutOf(table: RawTable, known: KnownValues): Layout {
  const beside = columnsBeside(table.rows);
  const rows: Rows =
    beside.size === 0
      ? table.rows
      : table.rows.map((row) => row.map((cell, column) => (beside.has(column) ? "" : cell)));
  const searched = rows.slice(0, ROWS_SEARCHED);
  const named = searched.map((row) => row.filter((cell) => isNamed(cell)).length);
  const filled = searched.map((row) => row.filter(Boolean).length);
  const titleRow = firstHeading(named);
  const base = titleRow >= 0 ? titleRow : Math.max(0, filled.indexOf(Math.max(...filled)));
  const baseRow = rows[base] ?? [];
  const identity = new Set(baseRow.flatMap((cell, column) => (isNamed(cell) ? [column] : [])));
  const width = Math.max(0, ...rows.slice(base, base + ROWS_SEARCHED).map((row) => row.length));

  const details = new Map<number, DetailKind>();
  const labelOf = (row: readonly string[]) => row.find((cell) => detailKindOf(cell)) ?? "";
  /** What a row about the assignments holds; none where it is about somebody, or heads columns. */
  const numbered = [...identity].filter((column) => meaningOfHeader(baseRow[column] ?? "")?.role === "student number");
  const below = rows.slice(base + 1);
  const hasNumbers = numbered.some(
    (column) => below.filter((row) => /\d{2}/.test(row[column] ?? "")).length * 2 > below.length,
  );
  const kindOfRow = (row: readonly string[]): DetailKind | undefined => {
    const said = [...identity].map((column) => row[column] ?? "").filter(Boolean);
    // Where students have numbers, a row without one and with figures alone is about the work, whatever it is called.
    const isCalled = said.length === 1 && hasNumbers && numbered.every((column) => !row[column]);
    const isPerson = said.some((cell) => detailKindOf(cell) === undefined) && !isCalled;
    if (isPerson || identity.size === 0) return undefined;
    const label = labelOf(row) || (isCalled ? (said[0] ?? "") : "");
    const others = row.filter((cell) => cell && cell !== label);
    if (others.length === 0) return undefined;
    const byLabel = label ? detailKindOf(label) : undefined;
    if (others.every(isDetailCell)) return byLabel ?? (others.every(looksLikeDate) ? "due" : "possible");
    const areWords = others.every((cell) => /\p{L}{2}/u.test(cell) && !isDetailCell(cell));
    if (byLabel === "category") return areWords ? "category" : undefined;
    return !label && areWords && others.length >= 2 ? "category" : undefined;
  };
  // What names people may stand a row above the titles of the work.
  const next = rows[base + 1] ?? [];
  const titlesBelow = isTitles(next, baseRow, identity) && !namesSomebody(next, identity, known) ? base + 1 : undefined;
  let lastHeaderRow = titlesBelow ?? base;
  for (let row = lastHeaderRow + 1; row < rows.length; row += 1) {
    const cells = rows[row] ?? [];
    const kind = namesSomebody(cells, identity, known) ? undefined : kindOfRow(cells);
    if (!kind) break;
    details.set(row, kind);
    lastHeaderRow = row;
  }

  // The titles of the work may stand in the row above, with the points or dates between it and what names people.
  const above = base > 0 ? (rows[base - 1] ?? []) : [];
  const aboveTexts = above.filter((cell, column) => cell && !identity.has(column) && !isNumber(cell));
  const spansOne = above.filter(Boolean).length <= 1 && above.findIndex(Boolean) <= 0;
  const usesAbove = identity.size > 0 && aboveTexts.length > 0 && !spansOne;
  const baseOthers = baseRow.filter((cell, column) => cell && !identity.has(column));
  const baseIsDetail = usesAbove && baseOthers.length > 0 && baseOthers.every(isDetailCell);
  if (baseIsDetail) details.set(base, baseOthers.every(looksLikeDate) ? "due" : "possible");
  let top = base - 1;
  for (; top >= 0 && base - top <= MOST_ABOVE; top -= 1) {
    const kind = baseIsDetail && top === base - 1 ? undefined : numbersAbove(rows[top] ?? [], identity);
    if (!kind) break;
    details.set(top, kind);
  }
  const groupRow = titlesBelow !== undefined ? base : baseIsDetail ? base - 2 : top;
  const grouping = groupRow >= 0 ? (rows[groupRow] ?? []) : [];
  const groupTexts = grouping.filter((cell, column) => cell && !identity.has(column));
  const groupsSomething =
    identity.size > 0 &&
    groupTexts.length > 0 &&
    !(grouping.filter(Boolean).length <= 1 && grouping.findIndex(Boolean) <= 0) &&
    groupTexts.every((text) => !isDetailCell(text)) &&
    // One line of words above the headings is a title of the table, and no category, unless a category is called so.
    (new Set(groupTexts).size > 1 || groupTexts.every((text) => known.categories.has(titleKey(text))));

  const titles: string[] = [];
  const groups: string[] = [];
  let group = "";
  for (let column = 0; column < width; column += 1) {
    const upper = groupsSomething ? (grouping[column] ?? "") : "";
    if (upper) group = detailKindOf(upper) ? "" : upper;
    if (identity.has(column)) group = "";
    const own = titlesBelow !== undefined && !identity.has(column) ? (next[column] ?? "") : "";
    titles.push(own || (baseIsDetail && above[column] ? (above[column] ?? "") : (baseRow[column] ?? "")));
    groups.push(groupsSomething ? group : "");
  }
  const found = { titleRow, headingRow: base, titles, groups, beside };
  const body = otherRows(rows, { ...found, lastHeaderRow, details, identity, kindOfRow }, table, known);
  settleWeights(rows, details);
  return { ...found, lastHeaderRow, details, ...body };
}

/** Of two rows of numbers without a label one holds the points, and the one with signs of percent, or of one sum of 100, weights. */
function settleWeights(rows: Rows, details: Map<number, DetailKind>): void {
  const possible = [...details].flatMap(([row, kind]) => (kind === "possible" ? [row] : []));
  if (possible.length < 2) return;
  const isLabelled = (row: number) => (rows[row] ?? []).some((cell) => detailKindOf(cell) === "possible");
  const kept =
    possible.find(isLabelled) ?? possible.find((row) => !(rows[row] ?? []).some((cell) => cell.includes("%")));
  for (const row of possible) if (row !== (kept ?? possible[0])) details.set(row, "weight");
}

/** Whether a row below what names people holds the titles of the work, which the row above it groups. */
function isTitles(below: readonly string[], base: readonly string[], identity: ReadonlySet<number>): boolean {
  if ([...identity].some((column) => below[column])) return false;
  const columns = below.flatMap((cell, column) => (cell ? [column] : []));
  if (columns.length < 2 || columns.some((column) => isDetailCell(below[column] ?? ""))) return false;
  const distinct = (row: readonly string[]) => new Set(columns.map((column) => titleKey(row[column] ?? ""))).size;
  if (distinct(below) < columns.length) return false;
  const areKinds = (row: readonly string[]) =>
    columns.every((column) => !row[column] || isKindOfWork(row[column] ?? ""));
  if (areKinds(below)) return false;
  if (areKinds(base)) return true;
  return columns.some((column) => !base[column]) || distinct(base) < columns.length;
}

/** A row of points or dates above the headings. */
function numbersAbove(row: readonly string[], identity: ReadonlySet<number>): DetailKind | undefined {
  const label = row.find((cell) => detailKindOf(cell)) ?? "";
  const others = row.filter((cell, column) => cell && cell !== label && !identity.has(column));
  const labels = row.filter((cell, column) => cell && cell !== label && identity.has(column));
  if (others.length < (label ? 1 : 2) || labels.length > 0) return undefined;
  if (!others.every(isDetailCell)) {
    return detailKindOf(label) === "category" ? "category" : undefined;
  }
  return detailKindOf(label) ?? (others.every(looksLikeDate) ? "due" : "possible");
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

function isNamed(cell: string): boolean {
  const role = meaningOfHeader(cell)?.role;
  return role !== undefined && (isIdentity(role) || role.startsWith("guardian") || role === "time stamp");
}

function namesSomebody(row: readonly string[], identity: ReadonlySet<number>, known: KnownValues): boolean {
  return [...identity].some((column) => {
    const cell = row[column] ?? "";
    return cell !== "" && (known.names.has(nameKey(cell)) || known.studentNumbers.has(numberKey(cell)));
  });
}

/** Columns behind an empty one that are filled in some rows alone: a key to the marks, or another list. */
function columnsBeside(rows: Rows): ReadonlySet<number> {
  const width = Math.max(0, ...rows.slice(0, ROWS_SAMPLED).map((row) => row.length));
  const count = Array.from({ length: width }, (_none, column) => rows.filter((row) => row[column]).length);
  const most = Math.max(0, ...count);
  const gap = count.findIndex((cells, column) => cells === 0 && column > 0 && count.slice(column).some(Boolean));
  if (gap < 0 || most < 3) return NONE;
  const places = [...Array(width - gap).keys()].map((at) => at + gap);
  const filledRows = rows.flatMap((row, at) => (places.some((column) => row[column]) ? [at] : []));
  const [first, last] = [filledRows[0] ?? 0, filledRows.at(-1) ?? 0];
  const isOneRun = last - first + 1 === filledRows.length;
  const isShort = filledRows.length < most * LONG_AS_THE_TABLE;
  return isOneRun &&
    (isShort || last < rows.length - 2) &&
    places.filter((column) => count[column]).length <= MOST_BESIDE
    ? new Set(places)
    : NONE;
}
const NONE: ReadonlySet<number> = new Set();
const ROWS_SAMPLED = 400;
const LONG_AS_THE_TABLE = 0.8;
/** A key to the marks is narrow. */
const MOST_BESIDE = 4;

interface FoundSoFar {
  readonly titles: readonly string[];
  readonly lastHeaderRow: number;
  readonly details: Map<number, DetailKind>;
  readonly identity: ReadonlySet<number>;
  readonly kindOfRow: (row: readonly string[]) => DetailKind | undefined;
}

/** Goes down the rows below the headings: what is no student, and which class a line of its own names. */
function otherRows(
  rows: Rows,
  { titles, lastHeaderRow, identity }: FoundSoFar,
  { belowGaps = NONE }: RawTable,
  known: KnownValues,
): Pick<Layout, "others" | "classOfRow"> {
  const others = new Map<number, LeftOutCause>();
  const classOfRow = new Map<number, string>();
  const meanings = titles.map((title) => meaningOfHeader(title)?.role);
  const numbers = meanings.flatMap((role, column) => (role === "student number" ? [column] : []));
  const names = [...identity].filter((column) => NAMES.has(meanings[column] ?? ""));
  const width = titles.filter(Boolean).length;
  const body = rows.slice(lastHeaderRow + 1);
  const hasNumbers =
    numbers.length > 0 &&
    body.filter((row) => numbers.some((column) => /\d{2}/.test(row[column] ?? ""))).length * 2 > body.length;
  const usual = median(body.map((row) => row.filter(Boolean).length));
  const firstGap = Math.min(...[...belowGaps].filter((row) => row > lastHeaderRow + 1), rows.length);
  const before = rows.slice(lastHeaderRow + 1, firstGap);
  const always = titles.flatMap((title, column) =>
    title && before.filter((row) => row[column]).length * 10 >= before.length * 9 ? [column] : [],
  );
  let schoolClass = lineAbove(rows, lastHeaderRow, titles);
  let isBelowGap = false;
  let isOther = false;
  const kinds = new Map(
    always.flatMap((column): [number, CellKind][] => {
      const cells = before.flatMap((row) => row[column] || []);
      const kind = CELL_KINDS.find((one) => cells.filter(IS_KIND[one]).length * 10 >= cells.length * 9);
      return kind && cells.length >= FEW_ROWS ? [[column, kind]] : [];
    }),
  );
  /** Shorter than the rows above, or with other things where all those have the same. */
  const isOfOtherList = (cells: readonly string[]) => {
    const filled = cells.filter(Boolean).length;
    const lacks = always.filter((column) => !cells[column]).length;
    const isOther = [...kinds].some(([column, kind]) => cells[column] && !IS_KIND[kind](cells[column] ?? ""));
    return (filled <= 2 && usual > 2) || filled * 2 < usual || lacks * 2 > always.length || isOther;
  };
  /** Whether a row below an empty line, or any up to the next line that is empty or names somebody, is of another list. */
  const beginsOtherList = (from: number) => {
    for (let row = from; row < rows.length && (row === from || !belowGaps.has(row)); row += 1) {
      const cells = rows[row] ?? [];
      if (cells.some((cell) => known.names.has(nameKey(cell)) || known.studentNumbers.has(numberKey(cell))))
        return false;
      if (isOfOtherList(cells) && (row === from || [...kinds].length > 0)) return true;
    }
    return false;
  };
  for (let row = lastHeaderRow + 1; row < rows.length; row += 1) {
    const cells = rows[row] ?? [];
    const filled = cells.filter(Boolean);
    const [only = ""] = filled;
    const isFirstBelow = row > lastHeaderRow + 1 && belowGaps.has(row);
    if (isFirstBelow) isBelowGap = true;
    const number = numbers.map((column) => cells[column] ?? "").find(Boolean) ?? "";
    const name = names.map((column) => cells[column] ?? "").find(Boolean) ?? "";
    const isKnown = known.names.has(nameKey(name)) || (number !== "" && known.studentNumbers.has(numberKey(number)));
    if (isKnown) {
      isBelowGap = false;
      isOther = false;
      if (schoolClass) classOfRow.set(row, schoolClass);
      continue;
    }
    if (isFirstBelow && !repeatsHeadings(cells, titles)) isOther = beginsOtherList(row);
    if (repeatsHeadings(cells, titles)) {
      isOther = false;
      others.set(row, "the header again");
      isBelowGap = false;
      continue;
    }
    if (filled.length === 1 && width >= 3) {
      const named = classNameIn(only);
      if (named && !/^\d+$/.test(only) && rows[row + 1]) {
        schoolClass = named;
        others.set(row, "a line of its own");
        isBelowGap = false;
        continue;
      }
      if (!isPersonName(only) || isBelowGap || isFiguresLabel(only)) {
        others.set(row, "a line of its own");
        continue;
      }
    }
    const label = cells.slice(0, LABELS_SEARCHED).find((cell) => cell && isFiguresLabel(cell));
    if (label && (!hasNumbers || !/\d{3}/.test(number))) {
      others.set(row, "figures of the class");
      continue;
    }
    if (names.length > 0 && name !== "" && !isPersonName(name) && !/\d{3}/.test(number)) {
      others.set(row, "no name and no number");
      continue;
    }
    // Below an empty line another list may follow; its first row shows it.
    if (isOther || (isBelowGap && hasNumbers && !/\d{2}/.test(number))) {
      others.set(row, "below an empty line");
      continue;
    }
    if (schoolClass) classOfRow.set(row, schoolClass);
  }
  return { others, classOfRow: schoolClass === undefined || othersAreLines(others) ? classOfRow : new Map() };
}
type CellKind = "address" | "figure" | "words";
const CELL_KINDS: readonly CellKind[] = ["address", "figure", "words"];
const IS_KIND: Readonly<Record<CellKind, (cell: string) => boolean>> = {
  address: looksLikeAddress,
  figure: (cell) => /\d/.test(cell) || guessMark(cell, NO_MARKS) !== undefined,
  words: (cell) => !/\d/.test(cell) && !cell.includes("@"),
};
const FEW_ROWS = 3;
const NAMES: ReadonlySet<string> = new Set(["full name", "given name", "family name"]);
const LABELS_SEARCHED = 4;
const NO_MARKS: ReadonlySet<string> = new Set();

function othersAreLines(others: ReadonlyMap<number, LeftOutCause>): boolean {
  return [...others.values()].includes("a line of its own");
}

/** A line right above the headings, where lines between the students name their classes too. */
function lineAbove(rows: Rows, lastHeaderRow: number, titles: readonly string[]): string | undefined {
  const at = rows.findIndex((row) => row.some((cell) => cell && titles.includes(cell)));
  const above = rows.slice(0, Math.min(at < 0 ? 0 : at, lastHeaderRow)).at(-1) ?? [];
  return above.filter(Boolean).length === 1 ? classNameIn(above.find(Boolean) ?? "") : undefined;
}

function repeatsHeadings(cells: readonly string[], titles: readonly string[]): boolean {
  const headed = titles.filter(Boolean);
  if (headed.length < 2) return false;
  const same = titles.filter(
    (title, column) => title && foldHeading(cells[column] ?? "") === foldHeading(title),
  ).length;
  return same >= 2 && same * 10 >= headed.length * 7;
}

/** A name has letters and no digits, and is no line to be filled in. */
function isPersonName(text: string): boolean {
  return /\p{L}{2}/u.test(text) && !/[\d_:@]/.test(text);
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}
