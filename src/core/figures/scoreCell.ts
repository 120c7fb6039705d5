import { MAX_POINTS } from "../model/points";
import type { Score } from "../model/score";
import { guessMark, type MarkMeaning, type MarkMeanings, markKey } from "./markMeaning";

/** What one cell of a score column says. */
export type ScoreCell =
  | { kind: "blank" }
  | { kind: "score"; score: Score }
  /** A word or sign without a meaning of its own: asked once. */
  | { kind: "mark"; mark: string }
  | { kind: "refused"; cause: "negative" | "too large" | "two readings"; text: string };

/** How the numbers of a score column are read. */
export type NumberReading = "points" | "percents" | "fractions";

/** How the cells of one column are read. */
export interface CellReading {
  readonly marks: MarkMeanings;
  readonly numbers: NumberReading;
  /** What percents and fractions are of, in points. */
  readonly pointsPossible: number;
  /** What parts decimals in the table; none where its cells don't tell. */
  readonly decimalSign?: "." | "," | undefined;
}

const NUMBER = /^([+-]?\d+(?:[.,]\d+)?|[.,]\d+)\s*(%)?(?:\s*\/\s*(\d+(?:[.,]\d+)?))?\s*(\p{L}[\p{L} .]*)?$/u;
const NO_LABELS: ReadonlySet<string> = new Set();
/** "1,234" is a thousand and more, or one and a part. */
const THOUSANDS = /^[1-9]\d{0,2}([.,])\d{3}$/;

/** Reads a cell: points with a decimal point or comma, "17/20", "86%", a mark, points with a mark, or nothing. */
export function readScoreCell(text: string, reading: CellReading): ScoreCell {
  if (text === "") return { kind: "blank" };
  const thousands = THOUSANDS.exec(text);
  if (thousands) {
    const sign = thousands[1];
    if (sign === "," && !reading.decimalSign) return { kind: "refused", cause: "two readings", text };
    if (reading.decimalSign && sign !== reading.decimalSign) return readScoreCell(text.replace(/[.,]/g, ""), reading);
  }
  const number = numberIn(text);
  if (number) {
    const { value, isPercent, mark } = number;
    const share = isPercent || reading.numbers === "percents" ? 100 : reading.numbers === "fractions" ? 1 : 0;
    const points = share > 0 ? (value / share) * reading.pointsPossible : value;
    if (points < 0) return { kind: "refused", cause: "negative", text };
    if (points > MAX_POINTS) return { kind: "refused", cause: "too large", text };
    const rounded = Math.round(points * 10_000) / 10_000;
    if (!mark) return { kind: "score", score: { status: "scored", points: rounded } };
    const meaning = meaningOf(mark, reading.marks);
    if (!meaning || meaning === "nothing" || meaning === "grade label") {
      return meaning ? { kind: "score", score: { status: "scored", points: rounded } } : { kind: "mark", mark };
    }
    return { kind: "score", score: { status: meaning === "handed in" ? "scored" : meaning, points: rounded } };
  }
  const meaning = meaningOf(text, reading.marks);
  switch (meaning) {
    case undefined:
      return { kind: "mark", mark: text };
    case "nothing":
      return { kind: "blank" };
    case "handed in":
      return { kind: "score", score: { status: "scored" } };
    case "grade label":
      return { kind: "score", score: { status: "scored", gradeLabel: text } };
    default:
      return { kind: "score", score: { status: meaning } };
  }
}

/** The number in a cell, what it is out of, and the mark beside it. */
export function numberIn(
  text: string,
): { value: number; isPercent: boolean; outOf: number | undefined; mark: string } | undefined {
  const [whole, digits, percent, outOf, mark = ""] = NUMBER.exec(plainScore(text)) ?? [];
  // A plus sign in front is how a note begins, not a number of points.
  if (whole === undefined || digits === undefined || digits.startsWith("+")) return undefined;
  const decimal = (part: string) => Number(part.replace(",", "."));
  return {
    value: decimal(digits),
    isPercent: percent !== undefined,
    outOf: outOf === undefined ? undefined : decimal(outOf),
    mark: mark.trim(),
  };
}

/** A cell without the star of a footnote, the letter beside a percentage, and the brackets around a mark: "8*", "87% B+". */
function plainScore(text: string): string {
  return text
    .replace(/(?<=[\d%])\s*[*†‡]+$/, "")
    .replace(/(?<=%)\s*\(?[A-F][+\-−]?\)?$/, "")
    .replace(/(?<=[\d%])\s*[([](\p{L}[\p{L} .]*)[)\]]$/u, " $1");
}

function meaningOf(mark: string, meanings: MarkMeanings): MarkMeaning | undefined {
  const known = meanings[markKey(mark)];
  if (known) return known;
  const guess = guessMark(mark, NO_LABELS);
  return guess?.sure ? guess.meaning : undefined;
}

/** An average in a cell as percent, to four decimals; none when it is no number or lies below 0. */
export function readPercentCell(text: string, reading: "percents" | "fractions"): number | undefined {
  if (/^[1-9]\d{0,2},\d{3}$/.test(text)) return undefined;
  const number = numberIn(text);
  if (!number || number.mark || number.value < 0) return undefined;
  const { value, isPercent, outOf } = number;
  const percent = outOf ? (100 * value) / outOf : isPercent || reading === "percents" ? value : value * 100;
  return percent > 10_000 ? undefined : Math.round(percent * 10_000) / 10_000;
}

/** A percent column whose values are all at most 1.5 holds fractions; one with a percent sign never does. */
export function guessPercentReading(cells: readonly string[]): "percents" | "fractions" {
  const numbers = cells.flatMap((cell) => numberIn(cell) ?? []);
  const largest = Math.max(0, ...numbers.map(({ value }) => value));
  const plain = numbers.some(({ isPercent, outOf }) => !isPercent && outOf === undefined);
  return plain && largest > 0 && largest <= MOST_AS_FRACTION ? "fractions" : "percents";
}
const MOST_AS_FRACTION = 1.5;
