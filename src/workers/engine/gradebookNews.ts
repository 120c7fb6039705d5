import { sameData } from "@/core/change/change";
import type { GradebookRow, GradebookView } from "./gradebookView";

/** A view of the gradebook, told to somebody who may hold the one before: only what says something else is told again. */
export interface GradebookNews extends Omit<GradebookView, "rows" | "work"> {
  /** Names the view, so that the next one can be told from it. */
  readonly stamp: string;
  readonly work: GradebookView["work"] | "as held";
  /** A row that says the same as one of the view held is the place of that one. */
  readonly rows: readonly (GradebookRow | number)[];
}

/** A view and the name that it was given. */
export interface HeldView {
  readonly stamp: string;
  readonly view: GradebookView;
}

/** What is new in a view to somebody who holds another, or nothing. */
export function gradebookNews(now: HeldView, held: GradebookView | undefined): GradebookNews {
  const { view, stamp } = now;
  const places = new Map(held?.rows.map(({ key }, place) => [key, place]));
  return {
    ...view,
    stamp,
    work: held && sameData(held.work, view.work) ? "as held" : view.work,
    rows: view.rows.map((row) => {
      const place = places.get(row.key);
      return place !== undefined && sameData(held?.rows[place], row) ? place : row;
    }),
  };
}

/** The view that news tell of; what says the same as in the view held is the very same object. */
export function viewFrom({ stamp: _stamp, work, rows, ...view }: GradebookNews, held?: GradebookView): GradebookView {
  const kept = <T>(before: T | undefined, now: T): T => (before && sameData(before, now) ? before : now);
  const isAsHeld = rows.length === held?.rows.length && rows.every((row, place) => row === place);
  return {
    ...view,
    classIds: kept(held?.classIds, view.classIds),
    categories: kept(held?.categories, view.categories),
    work: work === "as held" ? (held?.work ?? []) : work,
    rows: isAsHeld ? held.rows : rows.flatMap((row) => (typeof row === "number" ? (held?.rows[row] ?? []) : row)),
  };
}
