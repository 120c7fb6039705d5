import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { noteLetters } from "@/core/letter/noteLetters";
import type { Note } from "@/core/model/note";
import { planNote } from "@/core/selection/planNote";

/** Letters that are worth a look before all go, by their keys; none while nobody is written to. */
export interface LetterExtremes {
  readonly longest: string;
  readonly shortest: string;
  readonly emptiest: string;
}

/** The longest, the shortest, and the one with most fields that have no value; of equals the first. */
export function letterExtremes(index: FiguresIndex, note: Note): LetterExtremes | undefined {
  const made = [...noteLetters(index, note, planNote(index, note).letters)].map(({ planned, rendered }) => ({
    key: planned.key,
    length: rendered.text.length,
    empty: rendered.empty,
  }));
  const [first] = made;
  if (!first) return undefined;
  const most = (value: (one: (typeof made)[number]) => number) =>
    made.reduce((best, one) => (value(one) > value(best) ? one : best), first).key;
  return {
    longest: most(({ length }) => length),
    shortest: most(({ length }) => -length),
    emptiest: most(({ empty }) => empty),
  };
}
