import { existsSync } from "node:fs";
import { readFile } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import { writeWhole } from "../disk/writeWhole";

const keptSchema = z.object({ aheadMs: z.number().int().min(0) });

/** The longest that the clock is set on at once, in ms. */
const MOST_MS = 366 * 86_400_000;

/** Sets the practice post's clock on, so that days pass while one watches. */
export const clockStepSchema = z.object({ byMs: z.number().int().min(1).max(MOST_MS) });

/** How far the clock of the practice post is ahead; it is kept over restarts, and only ever set on. */
export class PracticeClock {
  private constructor(
    private readonly file: string,
    private ahead: number,
  ) {}

  static async open(folder: string): Promise<PracticeClock> {
    const file = path.join(folder, "practice-clock.json");
    const kept = existsSync(file) ? keptSchema.parse(JSON.parse(await readFile(file, "utf8"))) : { aheadMs: 0 };
    return new PracticeClock(file, kept.aheadMs);
  }

  /** In ms. */
  get aheadMs(): number {
    return this.ahead;
  }

  async step(byMs: number): Promise<void> {
    await writeWhole(this.file, JSON.stringify({ aheadMs: this.ahead + byMs }));
    this.ahead += byMs;
  }
}
