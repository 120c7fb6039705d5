import { monthNamed } from "./monthNamed";

/** Scores such as "6/10" that a spreadsheet took for dates: of how many they were, and where in the date that stands. */
export interface DatedScores {
  readonly outOf: number;
  readonly isMonth: boolean;
}

const DAY = /^\d{4}-(\d{2})-(\d{2})$/;
const DAY_MONTH = /^(\d{1,2})[-. ]\.?(\p{L}{3,5})\.?$/u;
const MONTH_DAY = /^(\p{L}{3,5})[-. ](\d{1,2})$/u;
/** The month and the day of a date, with or without its year, as a spreadsheet writes them. */
function partsOf(cell: string): { month: number; day: number } | undefined {
  const [, month, date] = DAY.exec(cell) ?? [];
  if (month && date) return { month: Number(month), day: Number(date) };
  const [, first, word] = DAY_MONTH.exec(cell) ?? [];
  const [, name = word, second = first] = MONTH_DAY.exec(cell) ?? [];
  if (!name || !second) return undefined;
  const named = monthNamed(name);
  return named === undefined ? undefined : { month: named, day: Number(second) };
}

/**
 * Whether the dates of a column are scores that a spreadsheet turned: all have the same month, or the same day, and it is what
 * the scores are out of. `outOf` is that where it is known; otherwise other cells must show that it is a column of scores.
 */
export function datedScoresIn(
  cells: readonly string[],
  outOf: number | undefined,
  isWork: boolean,
): DatedScores | undefined {
  const dates = cells.flatMap((cell) => partsOf(cell) ?? []);
  if (dates.length === 0) return undefined;
  const written = cells.flatMap((cell) => Number(/^\d+(?:[.,]\d+)?\s*\/\s*(\d+)$/.exec(cell)?.[1]) || []);
  const said = outOf ?? written[0];
  if (said === undefined && !isWork) return undefined;
  for (const isMonth of [true, false]) {
    const wholes = dates.map(({ month, day }) => (isMonth ? month : day));
    const parts = dates.map(({ month, day }) => (isMonth ? day : month));
    const [whole] = wholes;
    if (whole === undefined || wholes.some((one) => one !== whole) || parts.some((part) => part > whole)) continue;
    const isOnly = dates.length > 1 || parts.every((part, at) => part === wholes[at]) || (parts[0] ?? 0) !== whole;
    if (said === undefined ? isOnly : said === whole) return { outOf: whole, isMonth };
  }
  return undefined;
}

/** A cell of such a column as the score that it was. */
export function undatedScore(cell: string, dated: DatedScores | undefined): string {
  const parts = dated && partsOf(cell);
  return dated && parts ? `${dated.isMonth ? parts.day : parts.month}/${dated.outOf}` : cell;
}
