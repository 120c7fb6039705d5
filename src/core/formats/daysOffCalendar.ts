import ICAL from "ical.js";
import { addDays } from "../model/day";
import type { DaysOff } from "../model/schoolYear";

/** More than this in one calendar is no list of days off. */
const MOST_EVENTS = 1_000;
const LONGEST_NAME = 200;

/**
 * The whole days of an iCalendar file (RFC 5545), each event with its first and last day, by their dates. What has a time of
 * day is an appointment and no day off. Errors: it is no calendar.
 */
export function readDaysOff(text: string): DaysOff[] {
  const calendar = new ICAL.Component(ICAL.parse(text));
  const events = calendar.getAllSubcomponents("vevent").slice(0, MOST_EVENTS);
  return events
    .flatMap((component): DaysOff[] => {
      const event = new ICAL.Event(component);
      const { startDate, endDate } = event;
      if (!startDate?.isDate) return [];
      const from = startDate.toString();
      // The end of whole days is the day after the last; none at all is one day (RFC 5545, 3.6.1).
      const last = endDate?.isDate ? addDays(endDate.toString(), -1) : from;
      return [{ name: String(event.summary ?? "").slice(0, LONGEST_NAME), from, to: last < from ? from : last }];
    })
    .sort((a, b) => a.from.localeCompare(b.from));
}
