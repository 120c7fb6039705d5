import { type Day, daySchema } from "../model/day";
import { monthNamed } from "./monthNamed";

/** How dates made of numbers are written. ISO dates and dates with the month in words need no such answer. */
export type DateOrder = "day first" | "month first";

/** What a column of dates tells about how it is written. */
export interface DateStyle {
  /** None where every date can be read both ways. */
  readonly order: DateOrder | undefined;
  /** A date that can be read both ways, to be shown when the order is asked. */
  readonly ambiguous: string | undefined;
  /** A date that decides, as the evidence. */
  readonly decisive: string | undefined;
}

const NUMBERS = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})(?:[ ,T].*)?$/;
const ISO = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[ T].*)?$/;
const DAY_MONTH = /^(?:\p{L}+,? )?(\d{1,2})\.?[ -](\p{L}{3,})\.?,?[ -](\d{4}|\d{2})(?:[ ,T].*)?$/u;
const MONTH_DAY = /^(\p{L}{3,})\.? (\d{1,2}),? (\d{4})(?:[ ,T].*)?$/u;

/** A date as a day, or none when it is no date. Numbers whose order is not known are read only where one order alone fits. */
export function readDate(text: string, order: DateOrder | undefined): Day | undefined {
  const iso = ISO.exec(text);
  if (iso) return day(iso[1], iso[2], iso[3]);
  const words = DAY_MONTH.exec(text);
  if (words) return day(words[3], monthNumber(words[2]), words[1]);
  const american = MONTH_DAY.exec(text);
  if (american) return day(american[3], monthNumber(american[1]), american[2]);
  const [, first, second, year] = NUMBERS.exec(text) ?? [];
  if (!first || !second || !year) return undefined;
  const dayFirst = day(year, second, first);
  const monthFirst = day(year, first, second);
  if (dayFirst && monthFirst && dayFirst !== monthFirst) {
    return order === "day first" ? dayFirst : order === "month first" ? monthFirst : undefined;
  }
  return dayFirst ?? monthFirst;
}

/** Whether a cell looks like a date at all. */
export function looksLikeDate(text: string): boolean {
  return readDate(text, "day first") !== undefined || readDate(text, "month first") !== undefined;
}

/** What a column of dates tells about its order. A column that decides both ways is not decided. */
export function dateStyleOf(cells: readonly string[]): DateStyle {
  let dayFirst: string | undefined;
  let monthFirst: string | undefined;
  let ambiguous: string | undefined;
  for (const cell of cells) {
    const [, first, second, year] = NUMBERS.exec(cell) ?? [];
    if (!first || !second || !year) continue;
    const [one, two] = [Number(first), Number(second)];
    if (one > 12 && two <= 12) dayFirst ??= cell;
    else if (two > 12 && one <= 12) monthFirst ??= cell;
    else if (one !== two) ambiguous ??= cell;
  }
  const order = dayFirst && !monthFirst ? "day first" : monthFirst && !dayFirst ? "month first" : undefined;
  return { order, ambiguous, decisive: order === "day first" ? dayFirst : order ? monthFirst : undefined };
}

function day(year = "", month = "", date = ""): Day | undefined {
  const full = year.length === 2 ? `20${year}` : year;
  const text = `${full}-${month.padStart(2, "0")}-${date.padStart(2, "0")}`;
  return daySchema.safeParse(text).success ? text : undefined;
}

function monthNumber(word = ""): string {
  return String(monthNamed(word) ?? "");
}
