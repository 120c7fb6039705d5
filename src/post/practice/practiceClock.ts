import * as z from "zod";
import type { Room } from "../store/room";

/** The longest that the clock is set on at once, in ms. */
const MOST_MS = 366 * 86_400_000;

/** Sets the practice post's clock on, so that days pass while one watches. */
export const clockStepSchema = z.object({ byMs: z.number().int().min(1).max(MOST_MS) });

/** How far the clock of the practice post is ahead; it is kept over restarts, and only ever set on. */
export class PracticeClock {
  private constructor(
    private readonly room: Room,
    private ahead: number,
  ) {}

  static async open(room: Room): Promise<PracticeClock> {
    return new PracticeClock(room, (await room.row()).clockAheadMs);
  }

  /** In ms. */
  get aheadMs(): number {
    return this.ahead;
  }

  async step(byMs: number): Promise<void> {
    await this.room.set({ clockAheadMs: this.ahead + byMs });
    this.ahead += byMs;
  }
}
