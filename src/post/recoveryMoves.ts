import { isFinal } from "@/core/delivery/letterState";
import type { LetterEvent, PostStatus } from "@/core/delivery/postEvent";
import type { Unnumbered } from "./disk/journal";
import type { QueuedLetter } from "./disk/queue";
import type { LetterMemories } from "./letterMemories";

/** What a start must know of a letter in the queue; never its text, since there can be thousands. */
export type QueuedBody = Pick<QueuedLetter, "post">;

/** What becomes, at a start, of letters that the last end of the post room left half done. `bodies` are those in the queue, by id. */
export function recoveryMoves(
  letters: LetterMemories,
  bodies: ReadonlyMap<string, QueuedBody>,
  post: PostStatus["post"],
): Unnumbered<LetterEvent>[] {
  const moves: Unnumbered<LetterEvent>[] = [];
  const moved = new Set<string>();
  for (const [id, body] of bodies) {
    const memory = letters.get(id);
    if (!memory || body.post === post || isFinal(memory.state)) continue;
    // What was handed over for practice must never leave for real, nor the other way round.
    const state = memory.state === "leaving" || memory.mayHaveIt ? "uncertain" : "withdrawn";
    moves.push(letters.begin(id, state, { serverAnswer: OTHER_POST_ANSWER }));
    moved.add(id);
  }
  for (const [id, { state }] of letters.all()) {
    if (state !== "leaving" || moved.has(id)) continue;
    // The practice post drops a Message-ID that it has, so trying again is safe; a relay can't be asked.
    const next = post === "practice" ? "handed" : "uncertain";
    moves.push(letters.begin(id, next, { serverAnswer: CRASH_ANSWER, mayHaveIt: true }));
  }
  return moves;
}

const OTHER_POST_ANSWER = "It was handed over while letters left by another post, so it did not leave.";
const CRASH_ANSWER = "The post room stopped while this letter was leaving.";
