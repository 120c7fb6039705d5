import type { Note } from "@/core/model/note";
import type { RebuildRequest } from "@/workers/engine/rebuildRequest";
import type { LetterBatch, RoundBegun } from "@/workers/engine/roundInMaking";
import type { Engine } from "@/workers/engine/startEngine";

/** How many finished letters stand in the memory at once. */
const LETTERS_AT_ONCE = 200;
/** How often it is begun again before it is given up, where the data never rests. */
const MOST_BEGINNINGS = 5;

type Step =
  | { readonly kind: "begun"; readonly begun: RoundBegun }
  | { readonly kind: "batch"; readonly batch: LetterBatch };

/**
 * Checks a note and finishes its letters, some at a time, all on one state of the data; where that is changed meanwhile
 * all is begun again, and said so. `now` is when they leave, ms since the epoch. Errors: the data never rests.
 */
export async function* lettersInBatches(
  engine: Engine,
  note: Note,
  now: number,
  fresh?: RebuildRequest,
): AsyncGenerator<Step> {
  for (let beginning = 0; beginning < MOST_BEGINNINGS; beginning += 1) {
    const { begun, first } = await engine.beginRound(note, now, LETTERS_AT_ONCE, fresh);
    yield { kind: "begun", begun };
    for (let next: LetterBatch | undefined = first; ; next = undefined) {
      const batch = next ?? (await engine.nextLetters(begun.token, LETTERS_AT_ONCE));
      if (batch === "outdated") break;
      yield { kind: "batch", batch };
      if (batch.done) return;
    }
  }
  throw new Error("The gradebook was changed again and again while the letters were made.");
}
