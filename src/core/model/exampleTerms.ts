import { addDays, type Day, daysBetween } from "./day";
import type { Term } from "./term";

/** How a school year is parted, to begin with. */
export const EXAMPLE_TERMS = [
  { name: "Three terms", terms: ["Autumn term", "Winter term", "Spring term"] },
  { name: "Two half-years", terms: ["First half-year", "Second half-year"] },
  { name: "Four quarters", terms: ["First quarter", "Second quarter", "Third quarter", "Fourth quarter"] },
] as const;
export type ExampleTerms = (typeof EXAMPLE_TERMS)[number];

/** A school year of this many days, from its first day on, both counted. */
const YEAR_DAYS = 301;

/**
 * The terms of an example laid over a school year, as long as each other to a day. Terms that are there keep their ids
 * in their order, so that work stays in its term; what the year is follows the terms that are there, else it begins on
 * `today`. Terms beyond the example stay as they are.
 */
export function termsOfExample(
  { terms: names }: ExampleTerms,
  before: readonly Term[],
  today: Day,
  newId: () => string,
): Term[] {
  const from = before[0]?.from ?? today;
  const to = before.at(-1)?.to ?? addDays(today, YEAR_DAYS - 1);
  const days = daysBetween(from, to) + 1;
  const startOf = (place: number) => addDays(from, Math.floor((days * place) / names.length));
  return [
    ...names.map((name, place) => ({
      id: before[place]?.id ?? newId(),
      name,
      from: startOf(place),
      to: addDays(startOf(place + 1), -1),
    })),
    ...before.slice(names.length),
  ];
}
