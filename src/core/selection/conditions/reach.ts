import type { ConditionKind } from "./conditionKind";
import { yesOrNo } from "./judged";
import { oneOf } from "./phrase";

interface ReachReason {
  readonly kind: "reach";
  readonly reachable: boolean;
  readonly holds: boolean;
}

const [CAN, CANNOT] = ["can be reached", "can’t be reached"] as const;

export const reach: ConditionKind<"reach", ReachReason> = {
  offer: "can be reached",
  begins: { kind: "reach", reachable: true },
  phrase: (condition) => [
    "whose family ",
    oneOf("Whether the family can be reached", condition.reachable ? CAN : CANNOT, [CAN, CANNOT], (words) => ({
      ...condition,
      reachable: words === CAN,
    })),
  ],
  judge: (condition) => (row) => {
    const reachable = row.canBeReached();
    const holds = reachable === condition.reachable;
    return yesOrNo(holds, { kind: "reach", reachable, holds });
  },
  because: ({ reachable }) => `${reachable ? "somebody" : "nobody"} can be reached`,
};
