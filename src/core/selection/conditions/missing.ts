import type { ConditionKind } from "./conditionKind";
import { countOutside, judgeCount, NO_WORK } from "./judged";
import { count } from "./phrase";

interface MissingReason {
  readonly kind: "missing";
  readonly atLeast: number;
  readonly count: number;
  readonly titles: readonly string[];
  readonly holds: boolean;
}

export const missing: ConditionKind<"missing", MissingReason> = {
  offer: "missing work",
  begins: { kind: "missing", atLeast: 2 },
  phrase: (condition) => [
    "who miss at least ",
    count("Missing assignments", condition.atLeast, (atLeast) => ({ ...condition, atLeast })),
    condition.atLeast === 1 ? " assignment" : " assignments",
  ],
  judge:
    ({ atLeast }) =>
    (row) => {
      if (!row.knowsWork()) return NO_WORK;
      const titles = row.figures.missing.map(({ assignment }) => assignment.title);
      return judgeCount(titles.length, atLeast, (holds) => ({
        kind: "missing",
        atLeast,
        count: titles.length,
        titles,
        holds,
      }));
    },
  because: ({ count: many, titles }, classLabel) => {
    const words = `${many} missing in ${classLabel}`;
    return many === 0 ? words : `${words} (${titles.join(", ")})`;
  },
  outside: ({ atLeast }, _class, columns) => countOutside(columns.missing, atLeast),
};
