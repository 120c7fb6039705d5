import { type PostTrouble, type TroubleCause, troubleWait } from "@/core/delivery/postTrouble";

/** What keeps the post room from sending at all, if anything, and until when it waits. Moments in ms since the epoch. */
export class CurrentTrouble {
  current: PostTrouble | undefined;
  private failures = 0;
  private metAt = 0;

  /** A try failed for a reason that has nothing to do with its letter. Those under way at the same time are one failure. */
  meet(cause: TroubleCause, serverAnswer: string, at: number): void {
    if (this.opensAt(at) <= at) {
      this.failures += 1;
      this.metAt = at;
    }
    const since = this.current?.since ?? at;
    this.current = { cause, serverAnswer, since, nextAt: this.metAt + troubleWait(this.failures) };
  }

  end(): void {
    this.current = undefined;
    this.failures = 0;
  }

  /** Until when nothing is tried; `now` where something may be tried, also where the clock was set back meanwhile. */
  opensAt(now: number): number {
    return this.current && now >= this.metAt ? this.current.nextAt : now;
  }
}
