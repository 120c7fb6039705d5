import * as z from "zod";
import { type Day, daySchema } from "./day";

/** A part of the school year; both days belong to it. */
export const termSchema = z.object({ id: z.string().min(1), name: z.string().min(1), from: daySchema, to: daySchema });
export type Term = z.infer<typeof termSchema>;

/** Figures are of one term or of the whole year. */
export const WHOLE_YEAR = "year";
export type Period = string;

/** The term that holds a day; between terms the last one that began, before all of them the first. */
export function currentTerm(terms: readonly Term[], today: Day): Term | undefined {
  const inOrder = [...terms].sort((a, b) => a.from.localeCompare(b.from));
  return inOrder.filter((term) => term.from <= today).at(-1) ?? inOrder[0];
}

/** The period that screens and new notes begin with: the current term, or the whole year where there are no terms. */
export function currentPeriod({ terms }: { terms: ReadonlyMap<string, Term> }, today: Day): Period {
  return currentTerm([...terms.values()], today)?.id ?? WHOLE_YEAR;
}

/** The name of the term that a gradebook without any is given: nobody named it. */
export const UNNAMED_TERM = "This term";

/** Whether somebody named a term. */
export function hasNamedTerm(terms: Iterable<Term>): boolean {
  return [...terms].some(({ name }) => name !== UNNAMED_TERM);
}

/** What a period is called in a sentence or a heading. */
export function periodName(period: Period, terms: readonly Term[]): string | undefined {
  if (period === WHOLE_YEAR) return "the whole year";
  const name = terms.find((term) => term.id === period)?.name;
  return name === UNNAMED_TERM ? UNNAMED_TERM.toLowerCase() : name;
}
