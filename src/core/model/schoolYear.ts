import * as z from "zod";
import { type Day, daySchema } from "./day";

/** Days on which there is no school, the first and the last among them. */
export const daysOffSchema = z.object({ name: z.string().max(200), from: daySchema, to: daySchema });
export type DaysOff = z.infer<typeof daysOffSchema>;

/** On which days of the week there is school, Monday 0 to Sunday 6, and when there is none. */
export interface SchoolYear {
  readonly weekdays: readonly number[];
  readonly daysOff: readonly DaysOff[];
}

const USUAL_WEEKDAYS = [0, 1, 2, 3, 4];

/** What the settings say of school days; Monday to Friday where they say nothing. */
export function schoolYearOf(settings: {
  readonly schoolWeekdays?: readonly number[] | undefined;
  readonly daysOff?: readonly DaysOff[] | undefined;
}): SchoolYear {
  return { weekdays: settings.schoolWeekdays ?? USUAL_WEEKDAYS, daysOff: settings.daysOff ?? [] };
}

/** The day of the week, Monday 0 to Sunday 6. */
export function weekdayOf(day: Day): number {
  return (new Date(Date.parse(day)).getUTCDay() + 6) % 7;
}

/** Whether there is school on a day. */
export function isSchoolDay(day: Day, { weekdays, daysOff }: SchoolYear): boolean {
  return weekdays.includes(weekdayOf(day)) && !daysOff.some(({ from, to }) => from <= day && day <= to);
}
