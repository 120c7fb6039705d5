import { formatTypedPercent } from "../../figures/roundFraction";
import type { ConditionKind } from "./conditionKind";
import { nothingKnown } from "./judged";
import { count, oneOf } from "./phrase";

interface RankReason {
  readonly kind: "rank";
  readonly end: "top" | "bottom";
  readonly place: number;
  readonly of: number;
  readonly holds: boolean;
}

export const rank: ConditionKind<"rank", RankReason> = {
  offer: "top or bottom of the class",
  begins: { kind: "rank", end: "top", count: 5, unit: "students" },
  phrase: (condition) => {
    const many = condition.count;
    const units = oneOf("Students or percent", condition.unit, ["students", "percent"], (unit) => ({
      ...condition,
      unit,
    }));
    return [
      "who are in the ",
      oneOf("Which end of the class", condition.end, ["top", "bottom"], (end) => ({ ...condition, end })),
      " ",
      count(
        "How many of the class",
        many,
        (next) => ({ ...condition, count: next }),
        condition.unit === "percent" ? formatTypedPercent(many) : String(many),
      ),
      { ...units, said: "" },
      " of their class",
    ];
  },
  judge: (condition) => (row) => {
    const found = row.rank();
    if (!found) return nothingKnown({ kind: "no average" });
    const place = condition.end === "top" ? found.fromTop : found.fromBottom;
    const most = condition.unit === "students" ? condition.count : Math.ceil((found.of * condition.count) / 100);
    const holds = place <= most;
    return {
      position: holds ? "selected" : place === most + 1 ? "near miss" : "outside",
      reason: { kind: "rank", end: condition.end, place, of: found.of, holds },
    };
  },
  because: ({ place, of, end }, classLabel) => `place ${place} of ${of} from the ${end} in ${classLabel}`,
};
