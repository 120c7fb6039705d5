import { averageChange } from "../../figures/averageChange";
import { formatPercent } from "../../figures/roundFraction";
import type { Since } from "../../model/condition";
import { formatDay } from "../../model/day";
import { counted } from "../../words";
import type { ConditionKind } from "./conditionKind";
import { NEAR_MISS_PERCENT, nothingKnown } from "./judged";
import { amount, oneOf } from "./phrase";

interface ChangeReason {
  readonly kind: "change";
  readonly now: number;
  readonly before: number;
  /** In percentage points. */
  readonly change: number;
  /** In words: "12 November 2026". */
  readonly since: string;
  readonly decimals: number;
  readonly holds: boolean;
}

export const change: ConditionKind<"change", ChangeReason> = {
  offer: "change of the average",
  begins: { kind: "change", direction: "rose", atLeast: 5, since: { kind: "days", days: 28 } },
  phrase: (condition) => [
    "whose overall average ",
    oneOf("Rose or fell", condition.direction, ["rose", "fell"], (direction) => ({ ...condition, direction })),
    " by at least ",
    amount("Percentage points", condition.atLeast, (atLeast) => (atLeast > 0 ? { ...condition, atLeast } : condition), {
      said: String(condition.atLeast),
    }),
    " percentage points ",
    {
      said: sinceWords(condition.since),
      control: () => ({ kind: "since", value: condition.since, change: (since) => ({ ...condition, since }) }),
    },
  ],
  judge: (condition) => (row) => {
    const now = row.figures.overall;
    const { average: before, since } = row.earlierAverage(condition.since);
    if (!now || !before) return nothingKnown({ kind: "no average", ...(now && { since }) });
    const changed = averageChange(now, before);
    const moved = condition.direction === "rose" ? changed : -changed;
    const holds = moved >= condition.atLeast;
    const isNear = moved > 0 && condition.atLeast - moved <= NEAR_MISS_PERCENT;
    const { decimals } = row.schoolClass;
    return {
      position: holds ? "selected" : isNear ? "near miss" : "outside",
      reason: { kind: "change", now: now.shown, before: before.shown, change: changed, since, decimals, holds },
    };
  },
  because: (reason, classLabel) => {
    const [now, before] = [reason.now, reason.before].map((shown) => formatPercent(shown, reason.decimals));
    if (reason.change === 0) return `overall ${now} in ${classLabel}, as it was on ${reason.since}`;
    const moved = `${reason.change > 0 ? "up" : "down"} ${Math.abs(reason.change)}`;
    return `overall ${now} in ${classLabel}, ${moved} from ${before} on ${reason.since}`;
  },
};

/** The moment that figures are compared with, as a sentence says it: "since 12 November 2026". */
function sinceWords(since: Since): string {
  switch (since.kind) {
    case "days":
      return `in the last ${counted(since.days, "day")}`;
    case "day":
      return `since ${formatDay(since.day)}`;
    case "last note":
      return "since the last note";
    case "moment":
      return `since ${since.name}`;
  }
}
