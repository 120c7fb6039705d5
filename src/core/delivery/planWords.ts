import { counted, listed } from "../words";
import type { DayOfSending } from "./sendingPlan";

const day = new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long" });
const hour = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

/** "100 letters leave on Tuesday 24 November from 16:05, 72 on Wednesday 25 November from 07:00: the post takes 100 a day." */
export function planWords(days: readonly DayOfSending[], dailyLimit: number | undefined): string {
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

/** "about 3 minutes"; ms. */
export function durationWords(ms: number): string {
  const seconds = Math.round(ms / 1000);
  if (seconds < 50) return `about ${counted(Math.max(1, seconds), "second")}`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 90) return `about ${counted(minutes, "minute")}`;
  return `about ${counted(Math.round(minutes / 60), "hour")}`;
}
