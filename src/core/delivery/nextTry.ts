const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;
const FIRST_WAITS_MS = [1 * MINUTE_MS, 5 * MINUTE_MS, 15 * MINUTE_MS, 60 * MINUTE_MS];
/** The longest time between two tries. */
export const LONGEST_WAIT_MS = HOUR_MS;
const LONGEST_MS = 24 * HOUR_MS;

/**
 * When a deferred letter is tried again, in ms since the epoch: after 1, 5, 15 and 60 minutes, then hourly, for 24 hours
 * from the first try; none when that time is over and the letter counts as refused.
 */
export function nextTry(tries: number, firstTriedAt: number, now: number): number | undefined {
  const at = now + (FIRST_WAITS_MS[tries - 1] ?? LONGEST_WAIT_MS);
  return at - firstTriedAt <= LONGEST_MS ? at : undefined;
}
