import type { Category, SchoolClass } from "./schoolClass";
import type { World } from "./world";

/** The category that a new class begins with, so that work without one has a place. */
export const READY_MADE_CATEGORY: Category = { id: "work", name: "Work", weight: 1, dropLowest: 0 };

/** The categories of a class that are shown: the one that it began with only once something is in it. */
export function shownCategories(
  { id: classId, categories }: Pick<SchoolClass, "id" | "categories">,
  { assignments, averageColumns }: Pick<World, "assignments" | "averageColumns">,
): Category[] {
  return categories.filter(({ id }) => {
    if (id !== READY_MADE_CATEGORY.id) return true;
    const isIn = (one: { readonly classId: string; readonly categoryId: string }) =>
      one.classId === classId && one.categoryId === id;
    return [...assignments.values()].some(isIn) || [...averageColumns.values()].some(isIn);
  });
}
