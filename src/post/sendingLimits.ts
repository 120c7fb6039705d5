import { nextDayOfSending, startOfDay } from "@/core/delivery/sendingPlan";

const MINUTE_MS = 60_000;

/** What a mail server lets through: so many letters a day and a minute. None is as many as there are. */
export interface Limits {
  readonly dailyLimit?: number | undefined;
  readonly perMinute?: number | undefined;
}

/** When the next letter may leave, from what left already. */
export class SendingLimits {
  /** By the start of the day: how many letters were taken; clocks are set back, so the order of moments says nothing. */
  private readonly leftOn = new Map<number, number>();
  private starts: number[] = [];

  constructor(readonly limits: Limits) {}

  /** A letter was taken by the server at a moment, in ms since the epoch. */
  taken(at: number): void {
    const day = startOfDay(at);
    this.leftOn.set(day, (this.leftOn.get(day) ?? 0) + 1);
  }

  /** A letter begins to leave. */
  started(at: number): void {
    if (this.limits.perMinute !== undefined) this.starts.push(at);
  }

  leftToday(now: number): number {
    return this.leftOn.get(startOfDay(now)) ?? 0;
  }

  /** Until when letters must wait because the day has had its fill, with those that are `underWay`; `now` where they need not. */
  dayOpensAt(now: number, underWay: number): number {
    const { dailyLimit } = this.limits;
    const isFull = dailyLimit !== undefined && this.leftToday(now) + underWay >= dailyLimit;
    return isFull ? nextDayOfSending(now) : now;
  }

  /** Until when the next letter must wait because the last minute has had its fill. */
  minuteOpensAt(now: number): number {
    const { perMinute } = this.limits;
    if (perMinute === undefined) return now;
    // One far ahead is from before the clock was set back.
    this.starts = this.starts.filter((at) => at > now - MINUTE_MS && at < now + MINUTE_MS);
    const oldest = this.starts.at(-perMinute);
    return oldest === undefined ? now : oldest + MINUTE_MS;
  }
}
