import * as library from "rrule";
import { addDays, type Day } from "../../model/day";
import type { PlanTimes } from "../../model/plan";
import { isSchoolDay, type SchoolYear } from "../../model/schoolYear";
import { dayInZone, instantInZone } from "../../model/zoneTime";

// The package comes as an old kind of module in some places, as a new one in others.
const { RRule } = "RRule" in library ? library : (library as unknown as { default: typeof library }).default;

/** The longest that is looked ahead for one more run. */
const FURTHEST_DAYS = 800;

/** Whether a rule of RFC 5545 can be read, and says only on which days: hours and an end of its own have no place in it. */
export function isDayRule(rule: string): boolean {
  if (!/^FREQ=(?:DAILY|WEEKLY|MONTHLY|YEARLY)(?:;|$)/.test(rule)) return false;
  if (/BYHOUR|BYMINUTE|BYSECOND|UNTIL|COUNT|DTSTART|\n/.test(rule)) return false;
  try {
    RRule.parseString(rule);
    return true;
  } catch {
    return false;
  }
}

/** The days of a plan from one day to another, both among them. */
export function daysOfPlan(times: PlanTimes, school: SchoolYear, from: Day, to: Day): Day[] {
  const first = from > times.from ? from : times.from;
  const last = times.until !== undefined && times.until < to ? times.until : to;
  if (first > last) return [];
  // Days are counted at midnight UTC, where no clock changes.
  const rule = new RRule({ ...RRule.parseString(times.rule), dtstart: utc(times.from) });
  const days = rule.between(utc(first), utc(last), true).map((at) => at.toISOString().slice(0, 10));
  return times.schoolDaysOnly ? days.filter((day) => isSchoolDay(day, school)) : days;
}

/**
 * The moments at which a plan runs after one moment and up to another (ms since the epoch), the soonest first, `most` at
 * the most. Each is at the plan's wall time in its zone, whatever the clock does.
 */
export function runTimes(
  times: PlanTimes,
  school: SchoolYear,
  after: number,
  upTo: number,
  most = Number.POSITIVE_INFINITY,
): number[] {
  const found: number[] = [];
  let from = addDays(dayInZone(after, times.zone), -1);
  const end = addDays(dayInZone(Math.min(upTo, after + FURTHEST_DAYS * DAY_MS), times.zone), 1);
  // Some weeks at a time: a daily plan is not counted to its end for its next run.
  for (let span = FIRST_SPAN_DAYS; from <= end && found.length < most; span *= 2) {
    const until = addDays(from, span);
    for (const day of daysOfPlan(times, school, from, until < end ? until : end)) {
      const at = instantInZone(day, times.time, times.zone);
      if (at > after && at <= upTo && found.length < most) found.push(at);
    }
    from = addDays(until, 1);
  }
  return found;
}

/** The next moment at which a plan runs, or none. `after` in ms since the epoch. */
export function nextRunTime(times: PlanTimes, school: SchoolYear, after: number): number | undefined {
  return runTimes(times, school, after, Number.MAX_SAFE_INTEGER, 1)[0];
}

const FIRST_SPAN_DAYS = 14;
const DAY_MS = 86_400_000;

function utc(day: Day): Date {
  return new Date(`${day}T00:00:00Z`);
}
