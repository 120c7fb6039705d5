import type { Fraction } from "../../figures/fraction";
import { roundFraction } from "../../figures/roundFraction";
import type { Counted, LetterWords } from "../../language/letterWords";
import { wordsIn } from "../../languages/productLanguages";
import type { Day } from "../../model/day";
import { ownValue } from "../../model/ownValue";
import { writingIn } from "./writingIn";

/** What a field holds for one letter, before it is written as a format says. */
export type FieldValue =
  | { readonly kind: "text"; readonly text: string }
  | {
      readonly kind: "percent";
      readonly exact: Fraction;
      readonly shown: number;
      readonly decimals: number;
      readonly gradeLabel: string;
    }
  /** None possible: extra credit, or an assignment that is only ticked. */
  | { readonly kind: "points"; readonly points: number; readonly possible: number }
  | { readonly kind: "day"; readonly day: Day }
  /** A number that is no points and no percent. */
  | { readonly kind: "number"; readonly value: number }
  | { readonly kind: "yes or no"; readonly value: boolean }
  | { readonly kind: "list"; readonly items: readonly string[] }
  | { readonly kind: "count"; readonly count: number; readonly what: Counted }
  /** How far an average moved, in percentage points. */
  | { readonly kind: "change"; readonly points: number }
  | { readonly kind: "status"; readonly status: keyof LetterWords["status"] };
export type FieldKind = FieldValue["kind"];

/** How a value of each kind can be written, the usual way first, with an example for who picks one. */
export const FIELD_FORMATS: Record<FieldKind, readonly { readonly id: string; readonly words: string }[]> = {
  text: [],
  percent: [
    { id: "", words: "as the class shows it: 86 %" },
    { id: "0 decimals", words: "whole: 86 %" },
    { id: "1 decimal", words: "one decimal: 86.5 %" },
    { id: "2 decimals", words: "two decimals: 86.49 %" },
    { id: "grade label", words: "letter grade: B" },
  ],
  points: [
    { id: "", words: "17 of 20" },
    { id: "points", words: "17" },
    { id: "percent", words: "85 %" },
  ],
  day: [
    { id: "", words: "12 November 2026" },
    { id: "short", words: "12 Nov" },
  ],
  number: [
    { id: "", words: "as it is: 1234.5" },
    { id: "0 decimals", words: "whole: 1235" },
    { id: "1 decimal", words: "one decimal: 1234.5" },
    { id: "2 decimals", words: "two decimals: 1234.50" },
    { id: "percent", words: "with a percent sign: 1234.5 %" },
  ],
  "yes or no": [],
  list: [
    { id: "", words: "one, two and three" },
    { id: "commas", words: "one, two, three" },
    { id: "count", words: "3" },
  ],
  count: [
    { id: "", words: "3 missing assignments" },
    { id: "number", words: "3" },
  ],
  change: [],
  status: [],
};

/**
 * A value as a family reads it, in a language (BCP 47); a format that its kind does not have is the usual one. Empty
 * where there is nothing to say.
 */
export function formatValue(value: FieldValue, format: string, language: string): string {
  const writing = writingIn(language);
  const words = wordsIn(language);
  switch (value.kind) {
    case "text":
      return value.text;
    case "percent": {
      if (format === "grade label") return value.gradeLabel;
      const decimals = ownValue(DECIMALS, format);
      return decimals === undefined
        ? writing.percent(value.shown, value.decimals)
        : writing.percent(roundFraction(value.exact, decimals), decimals);
    }
    case "points": {
      const points = writing.number(value.points);
      if (value.possible === 0 || format === "points") return points;
      if (format === "percent") return writing.percent(percentOfPoints(value), 0);
      return words.of(points, writing.number(value.possible));
    }
    case "day":
      return writing.day(value.day, format === "short" ? "short" : "long");
    case "number": {
      const decimals = ownValue(DECIMALS, format);
      const number = decimals === undefined ? value.value : roundedDecimal(value.value, decimals);
      return format === "percent" ? `${writing.number(number)}\u00a0%` : writing.number(number, decimals);
    }
    case "yes or no":
      return value.value ? words.yes : words.no;
    case "list":
      if (format === "count") return writing.number(value.items.length);
      return format === "commas" ? value.items.join(", ") : writing.list(value.items);
    case "count":
      return format === "number" ? writing.number(value.count) : writing.counted(value.count, value.what);
    case "change": {
      if (value.points === 0) return words.unchanged;
      const moved = writing.counted(Math.abs(value.points), "percentage point");
      return `${value.points > 0 ? words.up : words.down} ${moved}`;
    }
    case "status":
      return words.status[value.status];
  }
}

const DECIMALS: Readonly<Record<string, number>> = { "0 decimals": 0, "1 decimal": 1, "2 decimals": 2 };

/** Rounded half away from zero by the decimal digits that are written, so that no binary fraction tips it. */
function roundedDecimal(value: number, decimals: number): number {
  const [digits = "0", exponent = "0"] = Math.abs(value).toString().split("e");
  const rounded = Number(`${Math.round(Number(`${digits}e${Number(exponent) + decimals}`))}e-${decimals}`);
  return value < 0 ? -rounded : rounded;
}

/** Points carry four decimals at most, so that whole numbers decide the rounding. */
function percentOfPoints({ points, possible }: { points: number; possible: number }): number {
  const units = (value: number) => BigInt(Math.round(value * 10_000));
  return roundFraction({ numerator: units(points) * 100n, denominator: units(possible) }, 0);
}

/** The text with its first letter as a capital. */
export function withUpperFirst(text: string): string {
  const [first = ""] = text;
  return first.toLocaleUpperCase() + text.slice(first.length);
}
