import type { Assignment } from "@/core/model/assignment";
import { type Checklist, checklistsOf } from "@/core/model/checklist";
import type { Score } from "@/core/model/score";
import type { World } from "@/core/model/world";
import type { GradebookView } from "@/workers/engine/gradebookView";

/** One column after the pinned ones: the average of a category, a checklist, or the scores of an assignment. */
export type GridColumn =
  | { readonly kind: "category"; readonly place: number; readonly title: string; readonly details: string }
  | {
      readonly kind: "checklist";
      readonly place: number;
      readonly title: string;
      readonly details: string;
      readonly checklist: Checklist;
    }
  | {
      readonly kind: "work";
      readonly place: number;
      /** Its place among the work. */
      readonly at: number;
      readonly title: string;
      readonly details: string;
      /** By class. */
      readonly assignments: Readonly<
        Record<string, { assignment: Assignment; scores: Readonly<Record<string, Score>> }>
      >;
    };

/** What stands before the work: the categories and the checklists. */
export interface ColumnsBefore {
  readonly categories: GradebookView["categories"];
  readonly checklists: readonly Checklist[];
}

export function columnsBefore(view: GradebookView, checklists: readonly Checklist[]): ColumnsBefore {
  const own = new Map(view.classIds.flatMap((id) => checklistsOf(checklists, id)).map((one) => [one.id, one]));
  return { categories: view.categories, checklists: [...own.values()] };
}

export function countOf({ categories, checklists }: ColumnsBefore): number {
  return categories.length + checklists.length;
}

/** The columns that are drawn, and the room that those before and after them take. */
export interface ColumnSpan {
  readonly columns: readonly GridColumn[];
  readonly before: number;
  readonly after: number;
}

/** The column at a place; none beyond the last. */
export function columnAt(
  view: GradebookView,
  before: ColumnsBefore,
  place: number,
  world: World,
): GridColumn | undefined {
  const category = before.categories[place];
  if (category) return { kind: "category", place, title: category.name, details: category.weight };
  const checklist = before.checklists[place - before.categories.length];
  if (checklist) return { kind: "checklist", place, title: checklist.name, details: "checklist", checklist };
  const workAt = place - countOf(before);
  const work = view.work[workAt];
  if (!work) return undefined;
  return {
    kind: "work",
    place,
    at: workAt,
    title: work.title,
    details: [work.due, work.possible].filter(Boolean).join(", "),
    assignments: Object.fromEntries(
      Object.entries(work.assignments).flatMap(([classId, id]) => {
        const assignment = world.assignments.get(id);
        return assignment ? [[classId, { assignment, scores: world.scoreColumns.get(id)?.scores ?? {} }]] : [];
      }),
    ),
  };
}

/** A stronger line parts the work from the averages. */
export function startClass(column: GridColumn): string {
  return column.kind === "work" && column.at === 0 ? "group-start" : "";
}

/** The id that the grid names as the one where the keyboard is. */
export function cellId(row: number, column: number): string {
  return `score-${row}-${column}`;
}
