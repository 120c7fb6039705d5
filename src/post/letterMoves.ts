import { setImmediate, setTimeout } from "node:timers/promises";
import type { LetterState } from "@/core/delivery/letterState";
import type { LetterEvent, PostEvent } from "@/core/delivery/postEvent";
import type { Journal, Unnumbered } from "./disk/journal";
import type { LetterMemories } from "./letterMemories";

/** Moves letters from state to state: first on disk, then in memory. */
export class LetterMoves {
  /** What is being written. */
  private readonly writes = new Set<Promise<void>>();
  private readonly closing = new AbortController();

  /** `onDisk` is told after each write: in words why the disk took nothing, or nothing where it did. */
  constructor(
    private readonly journal: Journal<PostEvent>,
    private readonly letters: LetterMemories,
    private readonly onDisk: (trouble: string | undefined) => void,
  ) {}

  /** Writes moves that were begun. Errors: the disk takes nothing; then nothing was moved. */
  write(moves: readonly Unnumbered<LetterEvent>[]): Promise<void> {
    const written = this.journal.append([...moves]).then(
      () => {
        this.letters.end(moves, true);
        this.onDisk(undefined);
      },
      (cause) => {
        this.letters.end(moves, false);
        this.onDisk((cause as Error).message);
        throw cause;
      },
    );
    this.writes.add(written);
    const over = () => this.writes.delete(written);
    written.then(over, over);
    return written;
  }

  /** Writes what a mail server did with a letter, however often that takes: nobody else knows it. Errors: the room was closed. */
  async writeForSure(id: string, state: LetterState, details: Partial<LetterEvent>): Promise<void> {
    for (;;) {
      try {
        return await this.write([this.letters.begin(id, state, details)]);
      } catch (cause) {
        if (this.closing.signal.aborted) throw cause;
        await setTimeout(RETRY_MS, undefined, { signal: this.closing.signal });
      }
    }
  }

  /** Resolves once none of the letters is being moved. */
  async untilStill(ids: readonly string[]): Promise<void> {
    while (ids.some((id) => this.letters.isMoving(id))) {
      await Promise.allSettled([...this.writes]);
      // What was begun and is not being written yet gets its turn: without this nothing else would.
      await setImmediate();
    }
  }

  close(): void {
    this.closing.abort();
  }
}

const RETRY_MS = 2_000;
