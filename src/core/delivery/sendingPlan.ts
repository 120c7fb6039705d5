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

/** Letters of a round that leave on one day. */
export interface DayOfSending {
  /** When they begin to leave, ms since the epoch. */
  readonly from: number;
  readonly letters: number;
}

/** What a round would do to a post that takes so many letters a day. */
export interface SendingPlan {
  /** On which days how many of its letters leave. */
  readonly days: readonly DayOfSending[];
  /** Letters that would leave on a later day because of it, by the moment at which they are due. */
  readonly pushed: readonly DayOfSending[];
}

type Waiting = Pick<PostStatus, "dailyLimit" | "leftToday" | "waiting" | "due">;

/**
 * When the letters of a round leave, and which others they push to a later day, if nothing else is sent. The post lets
 * letters go in the order in which they come due; those due at the same moment as these go before them.
 * `leavesAt` and `now` in ms since the epoch.
 */
export function sendingPlan(letters: number, leavesAt: number, status: Waiting, now: number): SendingPlan {
  const { dailyLimit, leftToday, waiting, due = [[now, waiting]] } = status;
  if (dailyLimit === undefined) return { days: [{ from: leavesAt, letters }], pushed: [] };
  const others = due.map(([from, count]) => ({ from: Math.max(from, now), letters: count }));
  const free = Math.max(0, dailyLimit - leftToday);
  const without = leaving(others, dailyLimit, free, now);
  const together = leaving([...others, { from: leavesAt, letters }], dailyLimit, free, now);
  return {
    days: together.at(-1) ?? [],
    pushed: others.flatMap(({ from }, place) => {
      const late = mostBehind(without[place] ?? [], together[place] ?? []);
      return late > 0 ? [{ from, letters: late }] : [];
    }),
  };
}

/** For each lot of letters, by when it comes due: on which days how many of it leave. `freeToday` is left of the limit today. */
function leaving(lots: readonly DayOfSending[], dailyLimit: number, freeToday: number, now: number): DayOfSending[][] {
  const days: DayOfSending[][] = lots.map(() => []);
  const queue = lots.map(({ from, letters }, place) => ({ place, from, left: letters }));
  let day = startOfDay(now);
  let free = freeToday;
  for (;;) {
    const next = queue
      .filter(({ left }) => left > 0)
      .reduce<(typeof queue)[number] | undefined>(
        (first, one) => (first && first.from <= one.from ? first : one),
        undefined,
      );
    if (!next) return days;
    if (startOfDay(next.from) > day) {
      day = startOfDay(next.from);
      free = dailyLimit;
    }
    const going = Math.min(next.left, free);
    if (going > 0) days[next.place]?.push({ from: next.from, letters: going });
    free -= going;
    next.left -= going;
    next.from = nextDayOfSending(next.from);
  }
}

/** How many letters are behind at most, one way beside the other, at the end of any day. */
function mostBehind(before: readonly DayOfSending[], after: readonly DayOfSending[]): number {
  const goneBy = (days: readonly DayOfSending[], end: number) =>
    days.reduce((sum, { from, letters }) => sum + (startOfDay(from) <= end ? letters : 0), 0);
  return Math.max(0, ...before.map(({ from }) => goneBy(before, startOfDay(from)) - goneBy(after, startOfDay(from))));
}
