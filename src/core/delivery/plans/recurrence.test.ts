import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, type Day } from "../../model/day";
import type { PlanTimes } from "../../model/plan";
import { isSchoolDay, type SchoolYear, weekdayOf } from "../../model/schoolYear";
import { dayInZone, instantInZone } from "../../model/zoneTime";
import { daysOfPlan, isDayRule, nextRunTime, runTimes } from "./recurrence";

const NAMES = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"];
const TEN_YEARS = 3_652;

interface Rule {
  readonly freq: "DAILY" | "WEEKLY" | "MONTHLY";
  readonly interval: number;
  readonly weekdays: readonly number[];
  readonly monthDay: number;
}

function written({ freq, interval, weekdays, monthDay }: Rule): string {
  const days =
    freq === "WEEKLY"
      ? `;BYDAY=${weekdays.map((day) => NAMES[day]).join(",")}`
      : freq === "MONTHLY"
        ? `;BYMONTHDAY=${monthDay}`
        : "";
  return `FREQ=${freq};INTERVAL=${interval}${days}`;
}

/** The slow way: each day is asked whether the rule means it. */
function means({ freq, interval, weekdays, monthDay }: Rule, from: Day, day: Day): boolean {
  const days = (Date.parse(day) - Date.parse(from)) / 86_400_000;
  if (days < 0) return false;
  if (freq === "DAILY") return days % interval === 0;
  if (freq === "WEEKLY") {
    const weeks = Math.floor((days + weekdayOf(from)) / 7);
    return weeks % interval === 0 && weekdays.includes(weekdayOf(day));
  }
  const months = (one: Day) => Number(one.slice(0, 4)) * 12 + Number(one.slice(5, 7));
  return (months(day) - months(from)) % interval === 0 && Number(day.slice(8)) === monthDay;
}

const dayArbitrary = fc.integer({ min: 0, max: 1_500 }).map((days) => addDays("2024-01-01", days));
const ruleArbitrary: fc.Arbitrary<Rule> = fc.record({
  freq: fc.constantFrom("DAILY", "WEEKLY", "MONTHLY"),
  interval: fc.integer({ min: 1, max: 5 }),
  weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 7 }),
  monthDay: fc.integer({ min: 1, max: 31 }),
});
const schoolArbitrary: fc.Arbitrary<SchoolYear> = fc.record({
  weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
  daysOff: fc.array(
    fc
      .tuple(dayArbitrary, fc.integer({ min: 0, max: 60 }))
      .map(([from, days]) => ({ name: "off", from, to: addDays(from, days) })),
    { maxLength: 4 },
  ),
});

describe("the days of a plan", () => {
  it("are those that a day-by-day walk over ten years finds", () => {
    fc.assert(
      fc.property(
        ruleArbitrary,
        schoolArbitrary,
        dayArbitrary,
        fc.option(fc.integer({ min: 0, max: TEN_YEARS }), { nil: undefined }),
        fc.boolean(),
        (rule, school, from, length, schoolDaysOnly) => {
          const until = length === undefined ? undefined : addDays(from, length);
          const times: PlanTimes = {
            kind: "times",
            rule: written(rule),
            schoolDaysOnly,
            time: "16:00",
            from,
            ...(until && { until }),
            zone: "Europe/Berlin",
          };
          const end = addDays(from, TEN_YEARS);
          const expected: Day[] = [];
          for (let day = addDays(from, -30); day <= end; day = addDays(day, 1)) {
            if (until !== undefined && day > until) break;
            if (means(rule, from, day) && (!schoolDaysOnly || isSchoolDay(day, school))) expected.push(day);
          }
          expect(daysOfPlan(times, school, addDays(from, -30), end)).toEqual(expected);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("start at the wall time of their zone whatever the clock does, and the next run is the first of all", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("Europe/Berlin", "America/New_York", "Australia/Lord_Howe", "Asia/Kathmandu", "UTC"),
        fc.tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 })),
        dayArbitrary,
        fc.integer({ min: 0, max: 400 * 86_400_000 }),
        (zone, [hour, minute], from, later) => {
          const two = (value: number) => String(value).padStart(2, "0");
          const time = `${two(hour)}:${two(minute)}`;
          const times: PlanTimes = { kind: "times", rule: "FREQ=DAILY", schoolDaysOnly: false, time, from, zone };
          const after = Date.parse(from) + later;
          const coming = runTimes(times, EVERY_DAY, after, after + 9 * 86_400_000);
          expect(coming.length).toBeGreaterThanOrEqual(8);
          expect(nextRunTime(times, EVERY_DAY, after)).toBe(coming[0]);
          for (const at of coming) {
            expect(at).toBeGreaterThan(after);
            const shown = new Date(at).toLocaleTimeString("en-GB", { timeZone: zone, timeStyle: "short" });
            // Only a time that the change of the clock leaves out is another one.
            if (shown !== time) expect(wallTimes(dayInZone(at, zone), zone)).not.toContain(time);
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it("know the spring in which an hour is left out and the autumn in which one comes twice", () => {
    const at = (day: Day, time: string) => new Date(instantInZone(day, time, "Europe/Berlin")).toISOString();
    expect(at("2027-03-28", "02:30")).toBe("2027-03-28T01:30:00.000Z");
    expect(at("2027-10-31", "02:30")).toBe("2027-10-31T00:30:00.000Z");
    expect(at("2027-03-27", "16:00")).toBe("2027-03-27T15:00:00.000Z");
    expect(at("2027-03-28", "16:00")).toBe("2027-03-28T14:00:00.000Z");
  });

  it("are not read from a rule that says hours, an end of its own, or nothing", () => {
    for (const rule of [
      "FREQ=HOURLY",
      "FREQ=DAILY;BYHOUR=4",
      "FREQ=DAILY;UNTIL=20270101",
      "BYDAY=MO",
      "",
      "FREQ=DAILY;X",
    ])
      expect(isDayRule(rule)).toBe(false);
    for (const rule of ["FREQ=DAILY", "FREQ=WEEKLY;BYDAY=MO,FR", "FREQ=MONTHLY;BYDAY=1MO"])
      expect(isDayRule(rule)).toBe(true);
  });
});

const EVERY_DAY: SchoolYear = { weekdays: [0, 1, 2, 3, 4, 5, 6], daysOff: [] };

/** Every minute that a day's wall clock shows in a zone. */
function wallTimes(day: Day, zone: string): string[] {
  const start = Date.parse(`${day}T00:00:00Z`) - 15 * 3_600_000;
  const found: string[] = [];
  for (let at = start; at < start + 54 * 3_600_000; at += 60_000) {
    if (dayInZone(at, zone) === day)
      found.push(new Date(at).toLocaleTimeString("en-GB", { timeZone: zone, timeStyle: "short" }));
  }
  return found;
}
