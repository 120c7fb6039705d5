import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { CountingScore } from "./countingScore";
import { dropLowest } from "./dropLowest";
import { compareFractions, fraction } from "./fraction";

function score(earned: number, possible: number, extraCredit = false): CountingScore {
  return { assignmentId: `${earned} of ${possible}`, earned, possible: extraCredit ? 0 : possible, extraCredit };
}

/** Tries every set of the right size. */
function bestByTrying(scores: readonly CountingScore[], count: number) {
  const droppable = scores.filter(({ extraCredit }) => !extraCredit);
  const drops = Math.min(count, Math.max(0, droppable.length - 1));
  let best: { earned: number; possible: number } | undefined;
  for (let set = 0; set < 2 ** droppable.length; set += 1) {
    const dropped = droppable.filter((_, place) => (set >> place) & 1);
    if (dropped.length !== drops) continue;
    const kept = scores.filter((one) => !dropped.includes(one));
    const earned = kept.reduce((sum, one) => sum + one.earned, 0);
    const possible = kept.reduce((sum, one) => sum + one.possible, 0);
    const better =
      best && possible > 0 ? compareFractions(fraction(earned, possible), fraction(best.earned, best.possible)) : 1;
    if (!best || better > 0 || (better === 0 && possible > best.possible)) best = { earned, possible };
  }
  return best;
}

describe("drop lowest", () => {
  test("the lowest percent is not always the best one to drop", () => {
    // 1 of 4 is 25 %, 45 of 100 is 45 %: without the first 45 + 18 of 120, without the second 1 + 18 of 24.
    const { dropped } = dropLowest([score(1, 4), score(45, 100), score(18, 20)], 1);
    expect(dropped.map(({ assignmentId }) => assignmentId)).toEqual(["45 of 100"]);
  });

  test("always leaves at least one, and never drops extra credit", () => {
    const { kept, dropped } = dropLowest([score(3, 10), score(9, 10), score(2, 0, true)], 5);
    expect(kept.map(({ assignmentId }) => assignmentId)).toEqual(["9 of 10", "2 of 0"]);
    expect(dropped).toHaveLength(1);
    expect(dropLowest([score(2, 0, true)], 1).kept).toHaveLength(1);
  });

  test("of sets that give the same average the one that leaves most points possible", () => {
    const { kept } = dropLowest([score(5, 10), score(10, 20), score(20, 40)], 1);
    expect(kept.reduce((sum, { possible }) => sum + possible, 0)).toBe(60);
  });

  test("gives the same average and points as trying every set", () => {
    const scores = fc.array(
      fc.record({
        possible: fc.integer({ min: 1, max: 12 }),
        share: fc.integer({ min: 0, max: 14 }),
        extra: fc.boolean(),
      }),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(scores, fc.integer({ min: 0, max: 4 }), (parts, count) => {
        const made = parts.map(({ possible, share, extra }) => score(share, possible, extra && share < 4));
        const { kept, dropped } = dropLowest(made, count);
        expect(kept.length + dropped.length).toBe(made.length);
        const sum = (value: (one: CountingScore) => number) => kept.reduce((total, one) => total + value(one), 0);
        const best = bestByTrying(made, count);
        if (!best || best.possible === 0) return;
        expect(
          compareFractions(
            fraction(
              sum((one) => one.earned),
              sum((one) => one.possible),
            ),
            fraction(best.earned, best.possible),
          ),
        ).toBe(0);
        expect(sum((one) => one.possible)).toBe(best.possible);
      }),
      { numRuns: 400 },
    );
  });
});
