import { formatDay } from "../../model/day";
import type { Plan, PlanTimes, Repetition } from "../../model/plan";
import { counted } from "../../words";

/** The days of a plan as they are offered; any other rule of RFC 5545 can be typed. */
export const DAY_RULES: readonly { readonly words: string; readonly rule: string; readonly schoolDaysOnly?: true }[] = [
  { words: "school day", rule: "FREQ=DAILY", schoolDaysOnly: true },
  { words: "day", rule: "FREQ=DAILY" },
  { words: "Monday", rule: "FREQ=WEEKLY;BYDAY=MO" },
  { words: "Tuesday", rule: "FREQ=WEEKLY;BYDAY=TU" },
  { words: "Wednesday", rule: "FREQ=WEEKLY;BYDAY=WE" },
  { words: "Thursday", rule: "FREQ=WEEKLY;BYDAY=TH" },
  { words: "Friday", rule: "FREQ=WEEKLY;BYDAY=FR" },
  { words: "Saturday", rule: "FREQ=WEEKLY;BYDAY=SA" },
  { words: "Sunday", rule: "FREQ=WEEKLY;BYDAY=SU" },
  { words: "second Friday", rule: "FREQ=WEEKLY;INTERVAL=2;BYDAY=FR" },
  { words: "first Monday of a month", rule: "FREQ=MONTHLY;BYDAY=1MO" },
  { words: "last Friday of a month", rule: "FREQ=MONTHLY;BYDAY=-1FR" },
  { words: "15th of a month", rule: "FREQ=MONTHLY;BYMONTHDAY=15" },
];

/** Which of the offered days a plan has; none where its rule is another. */
export function dayRuleOf({ rule, schoolDaysOnly }: PlanTimes): (typeof DAY_RULES)[number] | undefined {
  const alike = DAY_RULES.filter((one) => one.rule === rule);
  return (
    alike.find((one) => (one.schoolDaysOnly ?? false) === schoolDaysOnly) ?? alike.find((one) => !one.schoolDaysOnly)
  );
}

export const REPETITION_WORDS: Readonly<Record<Repetition, string>> = {
  once: "once for each student",
  "once until it ends": "once until it is no longer so, and then again",
  "each time": "each time",
  "if changed": "each time if something changed since the last letter",
};

/** "1 hour", "90 minutes", "2 days". */
function collectWords(minutes: number): string {
  if (minutes % 1440 === 0) return counted(minutes / 1440, "day");
  return minutes % 60 === 0 ? counted(minutes / 60, "hour") : counted(minutes, "minute");
}

/** "Every school day at 16:00 until 12 December 2026, once for each student; asks you first." */
export function planSentence({ when, repeat, asks, digest }: Plan): string {
  const end = asks ? "asks you first" : "sends itself";
  if (digest) return `${whenWords(when)}, to those who wish a ${digest} digest; ${end}.`;
  return `${whenWords(when)}, ${REPETITION_WORDS[repeat]}; ${end}.`;
}

function whenWords(when: Plan["when"]): string {
  switch (when.kind) {
    case "times": {
      const offered = dayRuleOf(when);
      const days = offered ? `Every ${offered.words}` : `By the rule ${when.rule}`;
      const off = when.schoolDaysOnly && !offered?.schoolDaysOnly ? ", if it is a school day," : "";
      return `${days}${off} at ${when.time}${when.until ? ` until ${formatDay(when.until)}` : ""}`;
    }
    case "new entries":
      return `When something new comes in, collected for ${collectWords(when.collectMinutes)}`;
    case "begins to fit":
      return `When a student begins to fit, collected for ${collectWords(when.collectMinutes)}`;
  }
}
