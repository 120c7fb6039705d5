import { guessMark } from "../figures/markMeaning";
import { numberIn } from "../figures/scoreCell";
import { nameKey } from "../matching/nameKey";
import { readYesOrNo } from "../model/extraColumn";
import { titleKey } from "../model/titleKey";
import type { ColumnMeaning } from "./columnMeaning";
import { type KnownValues, numberKey } from "./knownValues";
import { looksLikeDate } from "./readDate";

/** What a column is by its cells alone, with the evidence in words. `share` of the cells, from 0 to 1, are known here. */
export interface CellMeaning {
  readonly meaning: ColumnMeaning;
  readonly because: string;
  readonly share: number;
}

const NO_LABELS: ReadonlySet<string> = new Set();
/** So many of the cells must be known for a column to be theirs. */
const MOST_OF_THEM = 0.6;
const NEARLY_ALL = 0.8;
/** Numbers of fewer digits could be points as well. */
const DIGITS_OF_A_NUMBER = 4;

/** Whether a cell is a number, maybe with a mark that is known beside it. */
export function isNumber(cell: string): boolean {
  const number = numberIn(cell);
  // "7C" is a group, and no seven.
  if (/^\d+\p{L}\d*$/u.test(cell.trim())) return false;
  return number !== undefined && (number.mark === "" || guessMark(number.mark, NO_LABELS) !== undefined);
}

/** Whether at least half of some cells are so. */
export function mostly<Cell>(cells: readonly Cell[], test: (cell: Cell) => boolean): boolean {
  return cells.length > 0 && cells.filter(test).length * 2 >= cells.length;
}

/** The share of cells that are so; 0 of none. */
export function shareOf<Cell>(cells: readonly Cell[], test: (cell: Cell) => boolean): number {
  return cells.length === 0 ? 0 : cells.filter(test).length / cells.length;
}

/** What the cells of a column say that it is, whatever stands above them; none where they don't. */
export function meaningOfCells(cells: readonly string[], known: KnownValues): CellMeaning | undefined {
  const said = (role: ColumnMeaning["role"], share: number, what: string, least = MOST_OF_THEM) =>
    share >= least
      ? { meaning: { role }, share, because: `${Math.round(share * cells.length)} of ${cells.length} are ${what}` }
      : undefined;
  const isAddresses = shareOf(cells, looksLikeAddress) >= NEARLY_ALL;
  if (isAddresses) {
    const students = shareOf(cells, (cell) => known.studentAddresses.has(addressIn(cell)));
    const guardians = shareOf(cells, (cell) => known.guardianAddresses.has(addressIn(cell)));
    if (Math.max(students, guardians) < 0.3) return undefined;
    return students >= guardians
      ? said("student address", students, "addresses of students here", 0)
      : said("guardian address", guardians, "addresses of guardians here", 0);
  }
  if (mostly(cells, (cell) => /^\d+$/.test(cell))) {
    const isLong = mostly(cells, (cell) => cell.length >= DIGITS_OF_A_NUMBER);
    // The same row may stand there twice.
    const isUnique = new Set(cells).size >= cells.length * NEARLY_ALL;
    const share = shareOf(cells, (cell) => known.studentNumbers.has(numberKey(cell)));
    return isLong && isUnique ? said("student number", share, "student numbers here") : undefined;
  }
  if (cells.some(isNumber) || mostly(cells, looksLikeDate)) {
    const share = shareOf(cells, (cell) => known.studentNumbers.has(numberKey(cell)));
    return said("student number", share, "student numbers here", NEARLY_ALL);
  }
  const byNumber = shareOf(cells, (cell) => known.studentNumbers.has(numberKey(cell)));
  if (byNumber >= MOST_OF_THEM) return said("student number", byNumber, "student numbers here");
  const names = shareOf(cells, (cell) => known.names.has(nameKey(cell)));
  const guardianNames = shareOf(cells, (cell) => known.guardianNames.has(nameKey(cell)));
  if (names >= MOST_OF_THEM || guardianNames >= MOST_OF_THEM)
    return names >= guardianNames
      ? said("full name", names, "students here")
      : said("guardian name", guardianNames, "guardians here");
  const classes = shareOf(cells, (cell) => known.classes.has(titleKey(cell)));
  if (classes >= NEARLY_ALL) return said("class", classes, "classes here");
  const given = shareOf(cells, (cell) => known.givenNames.has(nameKey(cell)));
  const family = shareOf(cells, (cell) => known.familyNames.has(nameKey(cell)));
  if (Math.max(given, family) < NEARLY_ALL) return undefined;
  return given >= family
    ? said("given name", given, "given names of students here")
    : said("family name", family, "family names of students here");
}

/** Whether a cell holds an address of mail, maybe with a name beside it. */
export function looksLikeAddress(cell: string): boolean {
  return /[^\s@<>]+@[^\s@<>]+/.test(cell);
}

function addressIn(cell: string): string {
  return /[^\s@<>;,:]+@[^\s@<>;,]+/.exec(cell)?.[0].toLowerCase() ?? "";
}

/** Whether all cells are yes or no in usual words, and not numbers alone. */
export function isYesOrNo(cells: readonly string[]): boolean {
  return (
    cells.length > 0 &&
    cells.every((cell) => readYesOrNo(cell) !== undefined) &&
    cells.some((cell) => !/^[01]$/.test(cell.trim()))
  );
}

/** Numbers that can only be percents or their fractions: with the sign, between 0 and 1.5, or on a scale far above 25. */
export function readsAsPercents(cells: readonly string[]): boolean {
  const numbers = cells.flatMap((cell) => averageIn(cell) ?? []);
  if (numbers.length === 0 || numbers.length * 2 < cells.length) return false;
  if (numbers.every(({ isPercent }) => isPercent)) return true;
  const values = numbers.map(({ value }) => value);
  const largest = Math.max(...values);
  if (largest <= LARGEST_FRACTION) return values.some((value) => !Number.isInteger(value));
  // Fractions and percents in one column: nobody can say how each is meant.
  const small = values.filter((value) => value <= LARGEST_FRACTION && !Number.isInteger(value)).length;
  if (small >= MANY_SMALL && small * 5 >= values.length) return false;
  return largest > LARGEST_SCALE && largest <= LARGEST_PERCENT;
}
const MANY_SMALL = 3;
const LARGEST_FRACTION = 1.5;
/** Schools mark on scales of up to 25; on such a scale nothing tells points from percents. */
const LARGEST_SCALE = 25;
const LARGEST_PERCENT = 200;

/** A number in a cell of averages, with or without a letter grade beside it: "86 % (B)". */
function averageIn(cell: string): { value: number; isPercent: boolean } | undefined {
  const number = numberIn(withoutLabel(cell));
  if (!number || number.mark) return undefined;
  return number.outOf
    ? { value: (100 * number.value) / number.outOf, isPercent: true }
    : { value: number.value, isPercent: number.isPercent };
}

/** A cell without the letter grade that stands beside its number. */
export function withoutLabel(cell: string): string {
  return cell
    .replace(/^[A-F][+\-−]?\s*[(:–-]?\s*(?=\d)/, "")
    .replace(/(?<=[\d%])\s*[([]?\s*[A-F][+\-−]?\s*[)\]]?$/, "")
    .replace(/\)$/, "")
    .trim();
}

/** What a spreadsheet shows where a formula went wrong: it says nothing. */
export function isErrorCell(cell: string): boolean {
  return /^#(N\/A|REF!|DIV\/0!|VALUE!|NAME\?|NUM!|NULL!)$/i.test(cell);
}
