import ical, { ICalCalendarMethod, ICalEventRepeatingFreq } from "ical-generator";
import type { Day } from "../model/day";
import { fullName, type Student } from "../model/student";

/** The birthdays of students as an iCalendar file (RFC 5545): whole days that come again each year. */
export function birthdayCalendar(students: readonly Student[], today: Day): string {
  const calendar = ical({
    name: "Birthdays",
    method: ICalCalendarMethod.PUBLISH,
    prodId: "//Vine Note//Birthdays//EN",
  });
  for (const student of students) {
    if (!student.birthday) continue;
    calendar.createEvent({
      id: `birthday-${student.id}@vine-note.invalid`,
      summary: `Birthday of ${fullName(student)}`,
      start: new Date(`${student.birthday}T00:00:00Z`),
      stamp: new Date(`${today}T00:00:00Z`),
      timezone: null,
      allDay: true,
      repeating: { freq: ICalEventRepeatingFreq.YEARLY },
    });
  }
  return calendar.toString();
}
