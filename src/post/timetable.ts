import { LONGEST_WAIT_MS } from "@/core/delivery/nextTry";
import type { LetterMemories } from "./letterMemories";

/** How long a letter that is being moved is left alone. */
const MOVING_MS = 1_000;
const MINUTE_MS = 60_000;

export type ParkReason = "paused" | "outdated";

/** Which letters are due, which are later, and which wait with their paused round. All moments in ms since the epoch. */
export class Timetable {
  private due: string[] = [];
  private readonly later = new Map<string, number>();
  /** By round whose letters wait for a word: those that are due. */
  private readonly parked = new Map<string, string[]>();
  /** Why letters of a round wait: the teacher said so, or they are being made anew. */
  private readonly reasons = new Map<string, Set<ParkReason>>();

  constructor(private readonly letters: LetterMemories) {}

  /** How many letters wait here. */
  get size(): number {
    return this.due.length + this.later.size + [...this.parked.values()].reduce((sum, ids) => sum + ids.length, 0);
  }

  /** How many letters come due when, to the minute; those that are due already, `now`. */
  byMinute(now: number): [at: number, letters: number][] {
    const counts = new Map([[now, this.size - this.later.size]]);
    for (const at of this.later.values()) {
      const minute = Math.max(now, at - (at % MINUTE_MS));
      counts.set(minute, (counts.get(minute) ?? 0) + 1);
    }
    return [...counts].sort(([a], [b]) => a - b);
  }

  add(id: string, at: number, now: number): void {
    if (at > now) this.later.set(id, at);
    else this.due.push(id);
  }

  /** What was nearly gone goes first. */
  addFirst(id: string): void {
    this.due.unshift(id);
  }

  /** These letters wait for no time any more; those that are due are passed over when their turn comes. */
  letGo(ids: readonly string[]): void {
    const gone = new Set(ids);
    for (const id of ids) this.later.delete(id);
    for (const [roundId, parked] of this.parked)
      if (parked.some((id) => gone.has(id)))
        this.parked.set(
          roundId,
          parked.filter((id) => !gone.has(id)),
        );
  }

  isParked(roundId: string, reason?: ParkReason): boolean {
    const reasons = this.reasons.get(roundId);
    return reasons !== undefined && (reason === undefined || reasons.has(reason));
  }

  park(roundId: string, reason: ParkReason): void {
    this.reasons.set(roundId, (this.reasons.get(roundId) ?? new Set()).add(reason));
    if (!this.parked.has(roundId)) this.parked.set(roundId, []);
  }

  /** One reason is over; with the last of them the letters go on. */
  goOn(roundId: string, reason: ParkReason): void {
    const reasons = this.reasons.get(roundId);
    reasons?.delete(reason);
    if (!reasons || reasons.size > 0) return;
    this.reasons.delete(roundId);
    this.due.push(...(this.parked.get(roundId) ?? []));
    this.parked.delete(roundId);
  }

  /** A round that was called back has no letters that wait. */
  forget(roundId: string): void {
    if (this.parked.has(roundId)) this.parked.set(roundId, []);
  }

  /** The letter whose turn it is; it stays there until it is taken. */
  next(now: number): string | undefined {
    for (const [id, noted] of this.later) {
      if (this.dueAt(id, noted, now) > now) continue;
      this.later.delete(id);
      this.due.push(id);
    }
    for (let [id] = this.due; id !== undefined; [id] = this.due) {
      const parked = this.parked.get(this.letters.get(id)?.roundId ?? "");
      // It is being called back; where the disk refuses that, it still waits.
      if (this.letters.isMoving(id)) this.later.set(id, now + MOVING_MS);
      else if (this.letters.mayBegin(id, "leaving")) {
        if (!parked) return id;
        parked.push(id);
      }
      this.due.shift();
    }
    return undefined;
  }

  /** Takes out the letter whose turn it is. */
  take(): void {
    this.due.shift();
  }

  /** Lets all that is due wait until a moment; gives those letters. */
  holdDue(until: number): string[] {
    const held = this.due.filter((id) => this.letters.mayBegin(id, "held"));
    this.due = [];
    for (const id of held) this.later.set(id, until);
    return held;
  }

  /** When the next letter is due that is not yet. */
  nextAt(now: number): number {
    return Math.min(...[...this.later].map(([id, noted]) => this.dueAt(id, noted, now)));
  }

  /** When a letter is due. A wait that is longer than any is one that the clock made longer: it was set back. */
  private dueAt(id: string, noted: number, now: number): number {
    return this.letters.stateOf(id) === "deferred" && noted > now + LONGEST_WAIT_MS ? now : noted;
  }
}
