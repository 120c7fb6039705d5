import type { Assignment } from "@/core/model/assignment";
import { type Checklist, checklistsOf } from "@/core/model/checklist";
import { type ExtraColumn, extraColumnsOfClass } from "@/core/model/extraColumn";
import type { Score } from "@/core/model/score";
import { titleKey } from "@/core/model/titleKey";
import type { World } from "@/core/model/world";
import type { GradebookView } from "@/workers/engine/gradebookView";

/** One column after the pinned ones: the average of a category, a checklist, an extra column, or the scores of an assignment. */
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
      readonly kind: "own";
      readonly place: number;
      readonly title: string;
      readonly details: string;
      /** Columns of one name, of several classes. */
      readonly own: readonly ExtraColumn[];
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

/** What stands before the work: the categories, the checklists and the extra columns. */
export interface ColumnsBefore {
  readonly categories: GradebookView["categories"];
  readonly checklists: readonly Checklist[];
  /** By name: columns of one name in several classes are one. */
  readonly own: readonly (readonly ExtraColumn[])[];
}

/** Before the work stands nothing. */
export const NOTHING_BEFORE: ColumnsBefore = { categories: [], checklists: [], own: [] };

export function columnsBefore(
  view: Pick<GradebookView, "classIds" | "categories">,
  { checklists, ownColumns }: Pick<World, "checklists" | "ownColumns">,
): ColumnsBefore {
  const lists = new Map(
    view.classIds.flatMap((id) => checklistsOf(checklists.values(), id)).map((one) => [one.id, one]),
  );
  const byName = new Map<string, ExtraColumn[]>();
  const concerning = new Map(
    view.classIds.flatMap((id) => extraColumnsOfClass(ownColumns.values(), id)).map((one) => [one.id, one]),
  );
  for (const one of concerning.values())
    byName.set(titleKey(one.name), [...(byName.get(titleKey(one.name)) ?? []), one]);
  return { categories: view.categories, checklists: [...lists.values()], own: [...byName.values()] };
}

export function countOf({ categories, checklists, own }: ColumnsBefore): number {
  return categories.length + checklists.length + own.length;
}

/** The columns that are drawn, and the room that those before and after them take. */
export interface ColumnSpan {
  readonly columns: readonly GridColumn[];
  readonly before: number;
  readonly after: number;
}

/** The column at a place; none beyond the last. */
export function columnAt(
  allWork: GradebookView["work"],
  before: ColumnsBefore,
  place: number,
  world: World,
): GridColumn | undefined {
  const category = before.categories[place];
  if (category) return { kind: "category", place, title: category.name, details: category.weight };
  const checklist = before.checklists[place - before.categories.length];
  if (checklist) return { kind: "checklist", place, title: checklist.name, details: "checklist", checklist };
  const own = before.own[place - before.categories.length - before.checklists.length];
  if (own?.[0]) return { kind: "own", place, title: own[0].name, details: "own column", own };
  const workAt = place - countOf(before);
  const work = allWork[workAt];
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
