import { dayOfInstant, daysBetween } from "../../model/day";
import { counted } from "../../words";
import type { FindingKind } from "./findingKind";

const OLD_DAYS = 7;

export const gradebookOld: FindingKind = {
  severity: "caution",
  words: ({ numbers }) => ({
    title: `The last score is ${counted(numbers.days ?? 0, "day")} old`,
    mend: "Bring in new scores first, if there are any.",
  }),
  inNote: ({ index, plan, now }) => {
    const scoredAt = index.lastScoredAt();
    if (plan.letters.length === 0 || scoredAt === undefined) return [];
    const days = daysBetween(dayOfInstant(scoredAt), dayOfInstant(now));
    return days > OLD_DAYS ? [{ numbers: { days } }] : [];
  },
};
