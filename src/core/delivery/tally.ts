import { counted } from "../words";
import type { LetterState } from "./letterState";

export type Tally = Partial<Record<LetterState, number>>;

/** How many letters are in each state. */
export function tallyStates(letters: Iterable<{ state: LetterState }>): Tally {
  const tally: Tally = {};
  for (const { state } of letters) tally[state] = (tally[state] ?? 0) + 1;
  return tally;
}

const GROUPS: readonly { words: string; states: readonly LetterState[] }[] = [
  { words: "delivered", states: ["accepted"] },
  { words: "on the way", states: ["prepared", "handed", "leaving"] },
  { words: "held until their time", states: ["held"] },
  { words: "to be tried again", states: ["deferred"] },
  { words: "refused", states: ["refused"] },
  { words: "came back", states: ["returned"] },
  { words: "not certain", states: ["uncertain"] },
  { words: "taken back", states: ["withdrawn"] },
  { words: "printed on paper", states: ["printed"] },
  { words: "in a digest, or waiting for one", states: ["gathered"] },
];

/** "34 delivered, 1 refused, 1 to be tried again". */
export function tallySentence(tally: Tally): string {
  const parts = GROUPS.flatMap(({ words, states }) => {
    const count = states.reduce((sum, state) => sum + (tally[state] ?? 0), 0);
    return count > 0 ? `${count.toLocaleString("en-GB")} ${words}` : [];
  });
  return parts.join(", ") || counted(0, "letter");
}
