import * as z from "zod";

/** A calendar day without a clock or a zone, as `YYYY-MM-DD` (ISO 8601). Days compare as strings. */
export const daySchema = z.iso.date();
export type Day = string;

/** A day of 24 hours, in ms. Days of the calendar are counted by `addDays`, which knows the change of the clock. */
export const MS_PER_DAY = 86_400_000;

/** The whole number of calendar days from one day to another; negative when `to` comes first. */
export function daysBetween(from: Day, to: Day): number {
  return (Date.parse(to) - Date.parse(from)) / MS_PER_DAY;
}

/** The day that lies `days` calendar days after `day` (before it, when negative). */
export function addDays(day: Day, days: number): Day {
  return new Date(Date.parse(day) + days * MS_PER_DAY).toISOString().slice(0, 10);
}

/** The day that a wall clock shows at an instant (ms since the epoch) in the machine's own zone. */
export function dayOfInstant(ms: number): Day {
  const at = new Date(ms);
  const two = (value: number) => String(value).padStart(2, "0");
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** The instant (ms since the epoch) at which a wall clock in the machine's own zone shows a day and an hour. */
export function instantOf(day: Day, hour: number): number {
  const [year = 0, month = 1, date = 1] = day.split("-").map(Number);
  return new Date(year, month - 1, date, hour).getTime();
}

/** A day as English readers write it: "12 November 2026", or "12 Nov" when short. */
export function formatDay(day: Day, style: "long" | "short" = "long"): string {
  const known = written[style].get(day);
  if (known !== undefined) return known;
  const words = (style === "long" ? longDay : shortDay).format(Date.parse(day));
  written[style].set(day, words);
  return words;
}

/** A letter names the same few days again and again, and writing one costs more than all else in a line. */
const written = { long: new Map<Day, string>(), short: new Map<Day, string>() };
const longDay = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" });
const shortDay = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" });
