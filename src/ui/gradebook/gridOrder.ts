import { nameKey, nameSearch } from "@/core/matching/nameKey";
import type { GradebookView } from "@/workers/engine/gradebookView";

type Row = GradebookView["rows"][number];

export const ORDERS = ["family name", "lowest average first", "highest average first", "most missing first"] as const;
export type GridOrder = (typeof ORDERS)[number];

/** The rows in an order, by their keys; equals stay by family name, and who has no average comes last. */
export function orderOf(rows: readonly Row[], order: GridOrder): string[] {
  return [...rows].sort(COMPARE[order]).map(({ key }) => key);
}

const NONE_LAST = Number.POSITIVE_INFINITY;
const COMPARE: Record<GridOrder, (a: Row, b: Row) => number> = {
  // The rows come by family name.
  "family name": () => 0,
  "lowest average first": (a, b) => ascending(a.overall.shown ?? NONE_LAST, b.overall.shown ?? NONE_LAST),
  "highest average first": (a, b) => ascending(-(a.overall.shown ?? -NONE_LAST), -(b.overall.shown ?? -NONE_LAST)),
  "most missing first": (a, b) => (b.missing ?? 0) - (a.missing ?? 0),
};

/** Subtracting would make no number of two students without an average. */
function ascending(a: number, b: number): number {
  if (a === b) return 0;
  return a < b ? -1 : 1;
}

/** The rows by the places of their keys in `ids`, those who came since at the end, and of them whose name has the words. */
export function rowsInOrder(rows: readonly Row[], ids: readonly string[], words: string): Row[] {
  const isWanted = nameSearch(words);
  const placeOf = new Map(ids.map((id, place) => [id, place]));
  return rows
    .filter(({ name }) => isWanted(nameKey(name)))
    .sort((a, b) => (placeOf.get(a.key) ?? ids.length) - (placeOf.get(b.key) ?? ids.length));
}
