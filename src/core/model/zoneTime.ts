import type { Day } from "./day";

const formats = new Map<string, Intl.DateTimeFormat>();

function formatIn(zone: string): Intl.DateTimeFormat {
  const known = formats.get(zone);
  if (known) return known;
  const made = new Intl.DateTimeFormat("en-GB", {
    timeZone: zone,
    hourCycle: "h23",
    ...{ year: "numeric", month: "2-digit", day: "2-digit", hour: "2-digit", minute: "2-digit", second: "2-digit" },
  });
  formats.set(zone, made);
  return made;
}

/** How far the wall clock of a zone is ahead of UTC at an instant, in ms. */
function aheadOfUtc(zone: string, at: number): number {
  const part = Object.fromEntries(
    formatIn(zone)
      .formatToParts(at)
      .map(({ type, value }) => [type, Number(value)]),
  );
  const { year = 0, month = 1, day = 1, hour = 0, minute = 0, second = 0 } = part;
  return Date.UTC(year, month - 1, day, hour, minute, second) - Math.floor(at / 1000) * 1000;
}

/**
 * The instant (ms since the epoch) at which the wall clock of a zone shows a day and a time such as 07:30. A time that the
 * change of the clock leaves out is as much later; of one that comes twice the first is meant (RFC 5545, 3.3.5).
 */
export function instantInZone(day: Day, time: string, zone: string): number {
  const wall = Date.parse(`${day}T${time}:00Z`);
  // The two offsets that the clock can have around there: before a change of it, and after.
  const [before, after] = [aheadOfUtc(zone, wall - HALF_DAY_MS), aheadOfUtc(zone, wall + HALF_DAY_MS)];
  const holds = (ahead: number) => aheadOfUtc(zone, wall - ahead) === ahead;
  if (holds(before)) return wall - before;
  return holds(after) ? wall - after : wall - before;
}

const HALF_DAY_MS = 43_200_000;

/** The day that the wall clock of a zone shows at an instant (ms since the epoch). */
export function dayInZone(at: number, zone: string): Day {
  return new Date(at + aheadOfUtc(zone, at)).toISOString().slice(0, 10);
}
