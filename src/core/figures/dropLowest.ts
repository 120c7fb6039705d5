import type { CountingScore } from "./countingScore";

/**
 * Leaves out the `count` scores whose absence gives the highest average, always leaving at least one.
 * Extra credit is never dropped. Of sets that give the same average, the one that leaves most points possible.
 *
 * With unequal points the lowest percents are not always the best ones to drop. The ratio of sums is maximised
 * exactly by Dinkelbach's iteration (Management Science 13, 1967): for a trial ratio keep the scores with the
 * largest `earned - ratio * possible`, take their ratio as the next trial, until it no longer rises.
 */
export function dropLowest(
  scores: readonly CountingScore[],
  count: number,
): { kept: CountingScore[]; dropped: CountingScore[] } {
  const droppable = scores.filter((score) => !score.extraCredit);
  if (count === 0 || droppable.length <= 1) return { kept: [...scores], dropped: [] };
  const keepCount = Math.max(1, droppable.length - count);

  const extraEarned = sum(scores, (score) => (score.extraCredit ? score.earned : 0));
  // The ratio with nothing dropped is never above the best one, so it is a safe first trial.
  let earned = extraEarned + sum(droppable, (score) => score.earned);
  let possible = sum(droppable, (score) => score.possible);
  for (;;) {
    const ranked = rankByGain(droppable, earned, possible);
    const kept = ranked.slice(0, keepCount);
    const nextEarned = extraEarned + sum(kept, (score) => score.earned);
    const nextPossible = sum(kept, (score) => score.possible);
    if (BigInt(nextEarned) * BigInt(possible) <= BigInt(earned) * BigInt(nextPossible)) {
      const dropped = new Set(ranked.slice(keepCount));
      return { kept: scores.filter((score) => !dropped.has(score)), dropped: [...dropped] };
    }
    earned = nextEarned;
    possible = nextPossible;
  }
}

/** Best to keep first, at the trial ratio `earned / possible`; among equals the one with more points possible. */
function rankByGain(scores: readonly CountingScore[], earned: number, possible: number): CountingScore[] {
  return scores
    .map((score) => ({
      score,
      gain: BigInt(score.earned) * BigInt(possible) - BigInt(earned) * BigInt(score.possible),
    }))
    .sort((a, b) => (a.gain === b.gain ? b.score.possible - a.score.possible : a.gain > b.gain ? -1 : 1))
    .map(({ score }) => score);
}

function sum(scores: readonly CountingScore[], value: (score: CountingScore) => number): number {
  return scores.reduce((total, score) => total + value(score), 0);
}
