import type { Assignment } from "../model/assignment";
import type { Category, SchoolClass } from "../model/schoolClass";
import { computedValue, percentOf, type SourcedValue } from "./average";
import type { CountingScore } from "./countingScore";
import { dropLowest } from "./dropLowest";
import { type Fraction, weightedMean } from "./fraction";

/** What one category comes to for one student: the scores that count, those dropped, and the sums of what is kept, in units of points. */
export interface CategorySum {
  readonly category: Category;
  readonly kept: readonly CountingScore[];
  readonly dropped: readonly CountingScore[];
  readonly earned: number;
  readonly possible: number;
}

/** Sums each category of a class over some assignments; `countingOf` says what each counts as, or that it does not. */
export function categorySums(
  schoolClass: SchoolClass,
  assignments: readonly Assignment[],
  countingOf: (assignment: Assignment) => CountingScore | undefined,
): CategorySum[] {
  const counting = new Map<string, CountingScore[]>(schoolClass.categories.map((category) => [category.id, []]));
  for (const assignment of assignments) {
    const counts = countingOf(assignment);
    if (counts) counting.get(assignment.categoryId)?.push(counts);
  }
  return schoolClass.categories.map((category) => {
    const { kept, dropped } = dropLowest(counting.get(category.id) ?? [], category.dropLowest);
    let earned = 0;
    let possible = 0;
    for (const score of kept) {
      earned += score.earned;
      possible += score.possible;
    }
    return { category, kept, dropped, earned, possible };
  });
}

/** A category with the average that counts for it. */
export type CategoryPosition = CategorySum & { readonly value: SourcedValue | undefined };

/** The overall average of a class: by points over all categories, or the mean of their averages by weight; in percent, exact. */
export function overallOf(schoolClass: SchoolClass, categories: readonly CategoryPosition[]): Fraction | undefined {
  if (schoolClass.method === "points") {
    return percentOf(
      categories.reduce((total, sum) => total + sum.earned, 0),
      categories.reduce((total, sum) => total + sum.possible, 0),
    );
  }
  return weightedMean(
    categories.flatMap(({ category, value }) => (value ? [{ value: value.exact, weight: category.weight }] : [])),
  );
}

/** The overall average of sums alone, where nothing imported plays a part. */
export function overallOfSums(schoolClass: SchoolClass, sums: readonly CategorySum[]): Fraction | undefined {
  return overallOf(
    schoolClass,
    sums.map((sum) => ({ ...sum, value: computedValue(percentOf(sum.earned, sum.possible)) })),
  );
}
