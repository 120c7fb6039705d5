import { LONGEST_WAIT_MS } from "@/core/delivery/nextTry";
import type { LetterMemories } from "./letterMemories";

/** How long a letter that is being moved is left alone. */
const MOVING_MS = 1_000;

/** Which letters are due, which are later, and which wait with their paused round. All moments in ms since the epoch. */
export class Timetable {
  private due: string[] = [];
  private readonly later = new Map<string, number>();
  /** By paused round: its letters that are due. */
  private readonly paused = new Map<string, string[]>();

  constructor(private readonly letters: LetterMemories) {}

  /** How many letters wait here. */
  get size(): number {
    return this.due.length + this.later.size + [...this.paused.values()].reduce((sum, ids) => sum + ids.length, 0);
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
    for (const id of ids) this.later.delete(id);
  }

  isPaused(roundId: string): boolean {
    return this.paused.has(roundId);
  }

  pause(roundId: string): void {
    if (!this.paused.has(roundId)) this.paused.set(roundId, []);
  }

  goOn(roundId: string): void {
    this.due.push(...(this.paused.get(roundId) ?? []));
    this.paused.delete(roundId);
  }

  /** A paused round that was called back has no letters that wait. */
  forget(roundId: string): void {
    if (this.paused.has(roundId)) this.paused.set(roundId, []);
  }

  /** The letter whose turn it is; it stays there until it is taken. */
  next(now: number): string | undefined {
    for (const [id, noted] of this.later) {
      if (this.dueAt(id, noted, now) > now) continue;
      this.later.delete(id);
      this.due.push(id);
    }
    for (let [id] = this.due; id !== undefined; [id] = this.due) {
      const parked = this.paused.get(this.letters.get(id)?.roundId ?? "");
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
