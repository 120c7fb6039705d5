import * as z from "zod";

/**
 * The life of a letter, the same in the browser and in the post room.
 *
 *   prepared --> handed --> leaving --> accepted --> returned
 *      |           |  ^        |
 *      |           v  |        +--> deferred --> leaving | held | withdrawn | refused
 *      +--------> held         +--> refused
 *                              +--> uncertain --> returned   (the server died while a relay was taking it)
 *   prepared, handed, held, deferred --> withdrawn
 *   prepared --> refused   (the post room can't take it)
 *   prepared --> gathered  (its reader wishes a digest: the next one has it; one that the post room calls back for that wish
 *                          is gathered in the record, too)
 *   printed                (on paper, by the teacher: it never goes to the post room)
 *
 * handed, held, deferred --> uncertain   (called back, or given up, after a try of which nobody knows whether it was taken)
 *
 * What goes beyond the day's limit is held, also where it was held before.
 */
export const letterStateSchema = z.enum([
  "prepared",
  "handed",
  "held",
  "leaving",
  "accepted",
  "deferred",
  "refused",
  "returned",
  "withdrawn",
  "uncertain",
  "printed",
  "gathered",
]);
export type LetterState = z.infer<typeof letterStateSchema>;

const MOVES: Record<LetterState, readonly LetterState[]> = {
  prepared: ["handed", "held", "withdrawn", "refused", "gathered"],
  handed: ["leaving", "held", "withdrawn", "uncertain"],
  held: ["leaving", "held", "withdrawn", "uncertain"],
  leaving: ["accepted", "deferred", "refused", "uncertain", "handed"],
  accepted: ["returned"],
  deferred: ["leaving", "held", "withdrawn", "refused", "uncertain"],
  refused: [],
  returned: [],
  withdrawn: [],
  uncertain: ["returned"],
  printed: [],
  gathered: [],
};

/** Whether a letter may go from one state to another. `leaving` goes back to `handed` when it is certain that nothing was taken twice. */
export function mayMove(from: LetterState, to: LetterState): boolean {
  return MOVES[from].includes(to);
}

/** Whether the post room has nothing more to do for a letter, so that its text can be deleted there. */
export function isFinal(state: LetterState): boolean {
  return !MOVES[state].some((next) => next !== "returned");
}

/** Whether a letter can still be called back. */
export function mayWithdraw(state: LetterState): boolean {
  return mayMove(state, "withdrawn");
}

/** Ends that are no good ones, and need somebody to look. */
export const TROUBLE: readonly LetterState[] = ["refused", "returned", "uncertain"];

/** Ends without an arrival: the letter is as good as not sent. */
export const NEVER_ARRIVED: readonly LetterState[] = ["refused", "returned", "withdrawn"];

/** Whether a letter did not arrive, or nobody knows: it was taken back, or met trouble. */
export function mayNotHaveArrived(state: LetterState): boolean {
  return TROUBLE.includes(state) || state === "withdrawn";
}

/** What a state means to the teacher. */
export const STATE_WORDS: Record<LetterState, string> = {
  prepared: "being handed over",
  handed: "waiting to leave",
  held: "held until its time",
  leaving: "leaving now",
  accepted: "delivered",
  deferred: "will be tried again",
  refused: "refused",
  returned: "came back",
  withdrawn: "taken back",
  uncertain: "not certain",
  printed: "printed on paper",
  gathered: "waits for the digest",
};
