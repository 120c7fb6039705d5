import * as z from "zod";

/** A calendar day without a clock or a zone, as `YYYY-MM-DD` (ISO 8601). Days compare as strings. */
export const daySchema = z.iso.date();
export type Day = string;

const MS_PER_DAY = 86_400_000;

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

/** A day as English readers write it: "12 November 2026", or "12 Nov" when short. */
export function formatDay(day: Day, style: "long" | "short" = "long"): string {
  return (style === "long" ? longDay : shortDay).format(Date.parse(day));
}

const longDay = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" });
const shortDay = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" });
