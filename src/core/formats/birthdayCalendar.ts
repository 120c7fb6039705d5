import ICAL from "ical.js";
import type { Day } from "../model/day";
import { fullName, type Student } from "../model/student";
import { withoutControls } from "./withoutControls";

/** The birthdays of students as an iCalendar file (RFC 5545): whole days that come again each year. */
export function birthdayCalendar(students: readonly Student[], today: Day): string {
  const calendar = new ICAL.Component("vcalendar");
  calendar.addPropertyWithValue("version", "2.0");
  calendar.addPropertyWithValue("prodid", "-//Vine Note//Birthdays//EN");
  calendar.addPropertyWithValue("method", "PUBLISH");
  for (const student of students) {
    if (!student.birthday) continue;
    const event = new ICAL.Component("vevent");
    event.addPropertyWithValue("uid", `birthday-${student.id}@vine-note.invalid`);
    event.addPropertyWithValue("dtstamp", ICAL.Time.fromDateTimeString(`${today}T00:00:00Z`));
    event.addPropertyWithValue("dtstart", ICAL.Time.fromDateString(student.birthday));
    event.addPropertyWithValue("rrule", new ICAL.Recur({ freq: "YEARLY" }));
    event.addPropertyWithValue("summary", withoutControls(`Birthday of ${fullName(student)}`));
    calendar.addSubcomponent(event);
  }
  return `${calendar}\r\n`;
}
