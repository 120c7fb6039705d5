import { type AverageReason, averageBecause, averageOutside, judgeAverage } from "./averageReason";
import type { ConditionKind } from "./conditionKind";
import { boundsOf, percentBounds } from "./percentBounds";

export const overall: ConditionKind<"overall", AverageReason<"overall">> = {
  offer: "average",
  begins: { kind: "overall", comparison: "below", percent: 70 },
  phrase: (condition) => ["whose overall average is ", ...percentBounds(condition)],
  judge: (condition) => {
    const bounds = boundsOf(condition);
    return ({ figures, schoolClass }) =>
      judgeAverage("overall", "overall", figures.overall, bounds, schoolClass.decimals);
  },
  because: averageBecause,
  outside: (condition, _class, columns) => averageOutside(columns.overall, boundsOf(condition)),
};
