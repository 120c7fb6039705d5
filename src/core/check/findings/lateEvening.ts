import type { FindingKind } from "./findingKind";

const EVENING_HOUR = 21;
const MORNING_HOUR = 6;

export const lateEvening: FindingKind = {
  severity: "caution",
  words: () => ({ title: "It is late", mend: "A letter about grades at night alarms a family. The morning may do." }),
  inNote: ({ plan, now }) => {
    const hour = new Date(now).getHours();
    return plan.letters.length > 0 && (hour >= EVENING_HOUR || hour < MORNING_HOUR) ? [{}] : [];
  },
};
