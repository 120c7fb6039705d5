const HOUR_MS = 3_600_000;

/** How often something was done in the last hour, by a key; it forgets with a restart. */
export class HourlyLimit {
  private readonly times = new Map<string, number[]>();

  /** `most` times an hour for each key; `now` in ms since the epoch. */
  constructor(
    private readonly most: number,
    private readonly now: () => number,
  ) {}

  /** Whether one more would be counted. */
  mayTake(key: string): boolean {
    return this.lately(key).length < this.most;
  }

  /** Counts one more; false, and not counted, where the hour has had its fill. */
  take(key: string): boolean {
    const lately = this.lately(key);
    if (lately.length >= this.most) return false;
    if (this.times.size > MOST_KEYS) this.times.clear();
    this.times.set(key, [...lately, this.now()]);
    return true;
  }

  private lately(key: string): number[] {
    const now = this.now();
    // A moment ahead is from before the clock was set back.
    return (this.times.get(key) ?? []).filter((at) => at > now - HOUR_MS && at <= now);
  }
}

/** Keys of long ago are let go all at once. */
const MOST_KEYS = 20_000;
