import type { Assignment } from "@/core/model/assignment";
import type { Score } from "@/core/model/score";
import type { World } from "@/core/model/world";
import type { GradebookView } from "@/workers/engine/gradebookView";

/** One column after the pinned ones: the average of a category, or the scores of a piece of work. */
export type GridColumn =
  | { readonly kind: "category"; readonly place: number; readonly title: string; readonly details: string }
  | {
      readonly kind: "work";
      readonly place: number;
      readonly title: string;
      readonly details: string;
      readonly isFirst: boolean;
      readonly assignment: Assignment;
      readonly scores: Readonly<Record<string, Score>>;
    };

/** The columns that are drawn, and the room that those before and after them take. */
export interface ColumnSpan {
  readonly columns: readonly GridColumn[];
  readonly before: number;
  readonly after: number;
}

/** The categories come first, then the work. */
export function columnAt(view: GradebookView, place: number, world: World): GridColumn | undefined {
  const category = view.categories[place];
  if (category) return { kind: "category", place, title: category.name, details: category.weight };
  const work = view.work[place - view.categories.length];
  const assignment = work && world.assignments.get(work.id);
  if (!work || !assignment) return undefined;
  return {
    kind: "work",
    place,
    title: work.title,
    details: [work.due, work.possible].filter(Boolean).join(", "),
    isFirst: place === view.categories.length,
    assignment,
    scores: world.scoreColumns.get(work.id)?.scores ?? {},
  };
}

/** A stronger line parts the work from the averages. */
export function startClass(column: GridColumn): string {
  return column.kind === "work" && column.isFirst ? "group-start" : "";
}

/** The id that the grid names as the one where the keyboard is. */
export function cellId(row: number, column: number): string {
  return `score-${row}-${column}`;
}
