import { titleKey } from "../../model/titleKey";
import { type AverageReason, averageBecause, averageOutside, judgeAverage } from "./averageReason";
import { comparedAverage } from "./comparedAverage";
import type { ConditionKind } from "./conditionKind";
import { categoryOptions } from "./gradebookOptions";
import { boundsOf, percentBounds } from "./percentBounds";
import { known } from "./phrase";

/** A category goes by its name, so that one condition serves several classes. */
export const category: ConditionKind<"category", AverageReason<"category">> = {
  offer: "average of a category",
  begins: { kind: "category", category: "", comparison: "below", percent: 70 },
  phrase: (condition) => [
    "whose average of ",
    known("Category", condition.category, condition.category, categoryOptions, (name) => ({
      ...condition,
      category: name,
    })),
    " is ",
    ...percentBounds(condition),
  ],
  judge: (condition) => {
    const bounds = boundsOf(condition);
    const averageIn = comparedAverage(condition);
    return ({ figures, schoolClass }) => {
      const average = averageIn(schoolClass, figures);
      return judgeAverage("category", condition.category, average, bounds, schoolClass.decimals);
    };
  },
  because: averageBecause,
  outside: (condition, schoolClass, columns) => {
    const key = titleKey(condition.category);
    const column = columns.categories[schoolClass.categories.findIndex(({ name }) => titleKey(name) === key)];
    return column && averageOutside(column, boundsOf(condition));
  },
};
