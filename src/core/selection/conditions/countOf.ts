import type { ConditionKind } from "./conditionKind";
import { countOutside, judgeCount, NO_WORK } from "./judged";
import { count, oneOf } from "./phrase";

interface CountReason {
  readonly kind: "count";
  readonly of: "unmarked" | "late" | "excused";
  readonly count: number;
  readonly holds: boolean;
}

export const countOf: ConditionKind<"count", CountReason> = {
  offer: "late or unmarked work",
  begins: { kind: "count", of: "late", atLeast: 2 },
  phrase: (condition) => [
    "who have at least ",
    count("Assignments", condition.atLeast, (atLeast) => ({ ...condition, atLeast })),
    " ",
    oneOf("Which assignments", condition.of, ["late", "unmarked", "excused"], (of) => ({ ...condition, of })),
    condition.atLeast === 1 ? " assignment" : " assignments",
  ],
  judge:
    ({ of, atLeast }) =>
    (row) => {
      if (!row.knowsWork() && row.figures.counts[of] === 0) return NO_WORK;
      const many = row.figures.counts[of];
      return judgeCount(many, atLeast, (holds) => ({ kind: "count", of, count: many, holds }));
    },
  because: (reason, classLabel) => `${reason.count} ${reason.of} in ${classLabel}`,
  outside: ({ of, atLeast }, _class, columns) => countOutside(columns[of], atLeast),
};
