import type { Bounds, RangeComparison, Since } from "../../model/condition";
import { rangeComparisonSchema } from "../../model/condition";
import type { World } from "../../model/world";

/** Something that can be chosen: what it is kept as, and how it is read. */
export interface Option {
  readonly value: string;
  readonly words: string;
}

/** What can be changed in a phrase. `change` gives the condition with another value. */
export type Control<Of> =
  | {
      readonly kind: "choice";
      readonly label: string;
      readonly value: string;
      readonly options: readonly Option[];
      change(value: string): Of;
    }
  | {
      readonly kind: "number";
      readonly label: string;
      readonly value: number;
      readonly least: number;
      readonly most: number;
      readonly isWhole: boolean;
      /** What stands after it, such as "%". */
      readonly unit?: string;
      change(value: number): Of;
    }
  | {
      readonly kind: "text";
      readonly label: string;
      readonly value: string;
      readonly isDay: boolean;
      readonly hint: string;
      /** Values that are there already. */
      readonly offers: readonly string[];
      change(value: string): Of;
    }
  | {
      readonly kind: "several";
      /** Names what one more would be. */
      readonly label: string;
      readonly chosen: readonly Option[];
      readonly options: readonly Option[];
      readonly isPrivate: boolean;
      change(values: readonly string[]): Of;
    }
  | { readonly kind: "since"; readonly value: Since; change(value: Since): Of };

/** A part of a phrase that can be changed: how a sentence says it, and the control for it, which may offer what a gradebook has. */
export interface Changeable<Of> {
  readonly said: string;
  control(world: World): Control<Of>;
}

/** A condition as a sentence goes on with it: words, and what can be changed between them. */
export type Phrase<Of> = readonly (string | Changeable<Of>)[];

/** The phrase as plain words. */
export function phraseWords(phrase: Phrase<unknown>): string {
  return phrase.map((part) => (typeof part === "string" ? part : part.said)).join("");
}

/** Options that are read as they are kept. */
export function asTheyAre(values: readonly string[]): Option[] {
  return values.map((value) => ({ value, words: value }));
}

/** One of a few set words. */
export function oneOf<Of, Word extends string>(
  label: string,
  value: Word,
  words: readonly Word[] | Readonly<Record<Word, string>>,
  change: (value: Word) => Of,
): Changeable<Of> {
  const options = Array.isArray(words)
    ? asTheyAre(words)
    : Object.entries<string>(words as Record<Word, string>).map(([one, said]) => ({ value: one, words: said }));
  return {
    said: options.find((one) => one.value === value)?.words ?? value,
    control: () => ({ kind: "choice", label, value, options, change: (next) => change(next as Word) }),
  };
}

/** Something that the gradebook has, by its name. */
export function known<Of>(
  label: string,
  value: string,
  said: string,
  options: (world: World) => readonly Option[],
  change: (value: string) => Of,
): Changeable<Of> {
  return { said, control: (world) => ({ kind: "choice", label, value, options: options(world), change }) };
}

const MOST_COUNTED = 1000;

/** A whole number, one at least. */
export function count<Of>(
  label: string,
  value: number,
  change: (value: number) => Of,
  said: string = String(value),
): Changeable<Of> {
  return {
    said,
    control: () => ({ kind: "number", label, value, least: 1, most: MOST_COUNTED, isWhole: true, change }),
  };
}

/** So many percent a threshold may be, and so many points. */
const MOST_PERCENT = 1000;
export const MOST_POINTS = 100_000;

/** A number that may have decimals, none below 0. */
export function amount<Of>(
  label: string,
  value: number,
  change: (value: number) => Of,
  { most = MOST_PERCENT, unit, said }: { most?: number; unit?: string; said: string },
): Changeable<Of> {
  return {
    said,
    control: () => ({
      ...{ kind: "number", label, value, least: 0, most, isWhole: false, change },
      ...(unit !== undefined && { unit }),
    }),
  };
}

/** "between" begins with so much between its ends. */
const FIRST_SPAN = 10;

/**
 * What a figure is held against: the comparison, and one threshold or the two of "between", with the lower first in a
 * sentence. `write` says a threshold with its unit, and `change` takes the bounds anew.
 */
export function bounds<Of>(
  label: string,
  held: Bounds,
  write: (threshold: number) => string,
  change: (bounds: Bounds) => Of,
  { most = MOST_PERCENT, unit }: { most?: number; unit?: string } = {},
): Phrase<Of> {
  const { comparison, threshold, upTo = threshold } = held;
  const limits = { most, ...(unit !== undefined && { unit }) };
  const compare = oneOf<Of, RangeComparison>("Comparison", comparison, rangeComparisonSchema.options, (next) =>
    change(
      next === "between"
        ? { comparison: next, threshold, upTo: Math.min(most, threshold + FIRST_SPAN) }
        : { comparison: next, threshold },
    ),
  );
  const isBetween = comparison === "between";
  const [from, to] = isBetween && upTo < threshold ? [upTo, threshold] : [threshold, upTo];
  const first = amount(label, threshold, (value) => change({ ...held, threshold: value }), {
    ...limits,
    said: write(from),
  });
  if (!isBetween) return [compare, " ", first];
  const second = amount(`${label}, the other end`, upTo, (value) => change({ ...held, upTo: value }), {
    ...limits,
    said: write(to),
  });
  return [compare, " ", first, " and ", second];
}
