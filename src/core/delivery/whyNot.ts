import { type LetterState, mayNotHaveArrived, STATE_WORDS } from "./letterState";

/** Why letters of a round did not arrive, the commonest reason first: "1 taken back: No more letters are wanted". */
export function whyNot(letters: Iterable<{ state: LetterState; serverAnswer: string }>): readonly string[] {
  const counts = new Map<string, { state: LetterState; why: string; count: number }>();
  for (const { state, serverAnswer: why } of letters) {
    if (!why || !mayNotHaveArrived(state)) continue;
    const key = `${state} ${why}`;
    counts.set(key, { state, why, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  return [...counts.values()]
    .sort((one, other) => other.count - one.count)
    .map(({ state, why, count }) => `${count.toLocaleString("en-GB")} ${STATE_WORDS[state]}: ${why}`);
}
