import { type LetterState, STATE_WORDS, TROUBLE } from "@/core/delivery/letterState";

const LOOK_AT: readonly LetterState[] = [...TROUBLE, "deferred"];

/** What became of a letter, in a word. */
export function StateTag({ state }: { state: LetterState }) {
  const kind = state === "accepted" ? "is-well" : LOOK_AT.includes(state) ? "is-look" : "";
  return <span className={`tag ms-auto ${kind}`}>{STATE_WORDS[state]}</span>;
}
