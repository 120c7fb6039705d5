import { formatTypedPercent } from "../../figures/roundFraction";
import { liesWithin } from "../../model/condition";
import { titleKey } from "../../model/titleKey";
import type { ConditionKind } from "./conditionKind";
import { categoryOptions } from "./gradebookOptions";
import { yesNoOrUnknown, yesOrNo } from "./judged";
import { boundsOf, percentBounds, percentOf } from "./percentBounds";
import { count, known } from "./phrase";

interface AnyAssignmentReason {
  readonly kind: "any assignment";
  /** Those that fit: by id, with their titles and how many percent they are. */
  readonly fitting: readonly { readonly id: string; readonly title: string; readonly percent: number }[];
  readonly holds: boolean;
}

/** Every assignment that was marked lately is compared; those without points to compare are none of it. */
export const anyAssignment: ConditionKind<"any assignment", AnyAssignmentReason> = {
  offer: "score on any assignment marked lately",
  begins: { kind: "any assignment", category: "", comparison: "at most", percent: 70, withinDays: 7 },
  phrase: (condition) => {
    const { category, withinDays } = condition;
    return [
      "who have ",
      ...percentBounds(condition),
      " on any assignment",
      known(
        "Category",
        category,
        category && ` of ${category}`,
        (world) => [
          { value: "", words: "of every category" },
          ...categoryOptions(world).map(({ value, words }) => ({ value, words: `of ${words}` })),
        ],
        (name) => ({ ...condition, category: name }),
      ),
      " marked in the last ",
      count("Days", withinDays, (days) => ({ ...condition, withinDays: days })),
      withinDays === 1 ? " day" : " days",
    ];
  },
  judge: (condition) => {
    const bounds = boundsOf(condition);
    return (row) => {
      const { category, withinDays } = condition;
      const wanted = row.schoolClass.categories.find(({ name }) => titleKey(name) === titleKey(category));
      if (category !== "" && !wanted)
        return yesNoOrUnknown(undefined, { kind: "any assignment", fitting: [], holds: false });
      const fitting = row.markedWithin(withinDays).flatMap(({ assignment, score }) => {
        const { points } = score;
        if ((wanted && assignment.categoryId !== wanted.id) || points === undefined || score.status === "excused")
          return [];
        if (assignment.pointsPossible === 0) return [];
        const value = percentOf(points, assignment.pointsPossible);
        return liesWithin(value, bounds)
          ? [{ id: assignment.id, title: assignment.title, percent: Math.round(value * 100) / 100 }]
          : [];
      });
      return yesOrNo(fitting.length > 0, { kind: "any assignment", fitting, holds: fitting.length > 0 });
    };
  },
  because: ({ fitting, holds }, classLabel) =>
    holds
      ? `${fitting.map(({ title, percent }) => `${title}: ${formatTypedPercent(percent)}`).join(", ")} in ${classLabel}`
      : `no such score lately in ${classLabel}`,
};
