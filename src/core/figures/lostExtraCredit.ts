import type { Assignment } from "../model/assignment";
import type { SchoolClass } from "../model/schoolClass";

/**
 * The categories in which extra credit is lost: by weight, points without anything possible beside them make no
 * average. Gives their names, for one term's work.
 */
export function lostExtraCredit(schoolClass: SchoolClass, assignments: readonly Assignment[]): string[] {
  if (schoolClass.method !== "weighted") return [];
  return schoolClass.categories.flatMap(({ id, name }) => {
    const own = assignments.filter(({ categoryId }) => categoryId === id);
    const isLost =
      own.some(({ extraCredit }) => extraCredit) && own.every((one) => one.extraCredit || one.pointsPossible === 0);
    return isLost ? [name] : [];
  });
}
