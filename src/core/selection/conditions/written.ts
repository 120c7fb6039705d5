import { counted } from "../../words";
import type { ConditionKind } from "./conditionKind";
import { yesOrNo } from "./judged";
import { count, oneOf } from "./phrase";

interface WrittenReason {
  readonly kind: "written";
  readonly days: number | undefined;
  readonly holds: boolean;
}

const [WERE, WERE_NOT] = ["were written to", "were not written to"] as const;

export const written: ConditionKind<"written", WrittenReason> = {
  offer: "not written to lately",
  begins: { kind: "written", within: false, days: 21 },
  phrase: (condition) => [
    "who ",
    oneOf("Whether they were written to", condition.within ? WERE : WERE_NOT, [WERE, WERE_NOT], (words) => ({
      ...condition,
      within: words === WERE,
    })),
    " in the last ",
    count("Days", condition.days, (days) => ({ ...condition, days })),
    condition.days === 1 ? " day" : " days",
  ],
  judge:
    ({ within, days }) =>
    (row) => {
      const since = row.daysSinceWritten();
      const holds = within === (since !== undefined && since <= days - (within ? 0 : 1));
      return yesOrNo(holds, { kind: "written", days: since, holds });
    },
  because: ({ days }) => {
    if (days === undefined) return "never written to";
    return days === 0 ? "written to today" : `written to ${counted(days, "day")} ago`;
  },
};
