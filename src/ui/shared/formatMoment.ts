const moment = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

/** "24 Nov, 16:05", for moments in ms since the epoch. */
export function formatMoment(ms: number): string {
  return moment.format(ms);
}
