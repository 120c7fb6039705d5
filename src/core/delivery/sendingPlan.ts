import type { PostStatus } from "./postEvent";

const FIRST_HOUR = 7;

/** When the day begins that a moment lies in, here; ms since the epoch. */
export function startOfDay(at: number): number {
  return new Date(at).setHours(0, 0, 0, 0);
}

/** The next day's first moment at which letters leave that were beyond the limit of the day: seven in the morning, since phones ring at night. */
export function nextDayOfSending(at: number): number {
  const day = new Date(at);
  return new Date(day.getFullYear(), day.getMonth(), day.getDate() + 1, FIRST_HOUR).getTime();
}

/** The letters of a round that leave on one day. */
export interface DayOfSending {
  /** When its letters begin to leave, ms since the epoch. */
  readonly from: number;
  readonly letters: number;
}

/**
 * On which days how many letters of a round leave, if nothing else is sent. Letters that wait already go before these.
 * `leavesAt` and `now` in ms since the epoch.
 */
export function sendingPlan(
  letters: number,
  leavesAt: number,
  {
    dailyLimit,
    leftToday,
    waiting,
    due = [[0, waiting]],
  }: Pick<PostStatus, "dailyLimit" | "leftToday" | "waiting" | "due">,
  now: number,
): DayOfSending[] {
  if (dailyLimit === undefined) return [{ from: leavesAt, letters }];
  const isToday = startOfDay(leavesAt) === startOfDay(now);
  let free = dailyLimit - (isToday ? leftToday : 0);
  // Others are in the way on the days on which they are due, and not before.
  let gone = 0;
  const days: DayOfSending[] = [];
  for (let from = leavesAt, left = letters; left > 0; from = nextDayOfSending(from), free = dailyLimit) {
    const dueByThen = due.reduce((sum, [day, count]) => sum + (day <= startOfDay(from) ? count : 0), 0);
    const others = Math.min(dueByThen - gone, Math.max(0, free));
    gone += others;
    const going = Math.min(left, Math.max(0, free - others));
    left -= going;
    if (going > 0) days.push({ from, letters: going });
  }
  return days;
}
