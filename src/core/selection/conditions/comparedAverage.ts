import type { Average } from "../../figures/average";
import type { StudentFigures } from "../../figures/studentFigures";
import type { Condition, SelectionPart } from "../../model/condition";
import type { SchoolClass } from "../../model/schoolClass";
import { titleKey } from "../../model/titleKey";

/** A condition on an average. */
type AverageCondition = Extract<Condition, { kind: "overall" | "category" }>;

/** Whether a condition compares an average, so that a strip of all students can stand beside it. */
export function isAverageCondition(part: SelectionPart | undefined): part is AverageCondition {
  return part?.kind === "overall" || part?.kind === "category";
}

/**
 * The average that a condition compares, as a function of a class and a student's figures in it; none where there is
 * none, or no category of that name. A category goes by its name, so that one condition serves several classes.
 */
export function comparedAverage(
  condition: AverageCondition,
): (schoolClass: SchoolClass, figures: StudentFigures) => Average | undefined {
  if (condition.kind === "overall") return (_, { overall }) => overall;
  const key = titleKey(condition.category);
  const places = new Map<SchoolClass, number>();
  return (schoolClass, { categoryAverages }) => {
    let place = places.get(schoolClass);
    if (place === undefined) {
      place = schoolClass.categories.findIndex(({ name }) => titleKey(name) === key);
      places.set(schoolClass, place);
    }
    return categoryAverages[place];
  };
}
