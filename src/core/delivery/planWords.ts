import { counted, listed } from "../words";
import type { DayOfSending, SendingPlan } from "./sendingPlan";

const day = new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long" });
const hour = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

/** "100 letters leave on Tuesday 24 November from 16:05, 72 on Wednesday 25 November from 07:00: the post takes 100 a day." */
export function planWords({ days }: SendingPlan, dailyLimit: number | undefined): string {
  const parts = days.map(({ from, letters }, place) => {
    const count =
      place === 0
        ? `${counted(letters, "letter")} ${letters === 1 ? "leaves" : "leave"}`
        : letters.toLocaleString("en-GB");
    return `${count} on ${day.format(from).replace(",", "")} from ${hour.format(from)}`;
  });
  const why =
    days.length > 1 && dailyLimit !== undefined ? `: the post takes ${dailyLimit.toLocaleString("en-GB")} a day` : "";
  return `${listed(parts)}${why}.`;
}

/**
 * "14 letters of “Missing work” that are due on Tuesday 24 November from 16:00 would leave on a later day because of
 * these." Empty where none would. `nameAt` gives what is due at a moment, where that is known.
 */
export function pushedWords({ pushed }: SendingPlan, nameAt: (from: number) => string | undefined): string {
  if (pushed.length === 0) return "";
  const parts = pushed.map(({ from, letters }: DayOfSending, place) => {
    const name = nameAt(from);
    const count = place === 0 ? counted(letters, "letter") : letters.toLocaleString("en-GB");
    return `${count}${name === undefined ? "" : ` of “${name}”`} due on ${day.format(from).replace(",", "")} from ${hour.format(from)}`;
  });
  return `${listed(parts)} would leave on a later day because of these.`;
}

/** "about 3 minutes"; ms. */
export function durationWords(ms: number): string {
  const seconds = Math.round(ms / 1000);
  if (seconds < 50) return `about ${counted(Math.max(1, seconds), "second")}`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 90) return `about ${counted(minutes, "minute")}`;
  return `about ${counted(Math.round(minutes / 60), "hour")}`;
}
