import type { Average } from "../../figures/average";
import { fractionToNumber } from "../../figures/fraction";
import { formatExactPercent, formatPercent, formatTypedPercent } from "../../figures/roundFraction";
import { awayFrom, type Bounds, boundsWords, compares, liesWithin } from "../../model/condition";
import { exactHolds } from "./exactHolds";
import { type Judged, NEAR_MISS_PERCENT } from "./judged";

/** An average and what it was held against. */
export interface AverageReason<Kind> extends Bounds {
  readonly kind: Kind;
  /** "overall", or the name of a category. */
  readonly of: string;
  readonly average: Average;
  readonly decimals: number;
  readonly holds: boolean;
}

/** Whether an average lies within bounds: by the shown value, near by it or by the exact one. */
export function judgeAverage<Kind>(
  kind: Kind,
  of: string,
  average: Average | undefined,
  bounds: Bounds,
  decimals: number,
): Judged<AverageReason<Kind>> {
  if (!average) return { position: "no average", reason: { kind: "no average", ...(of !== "overall" && { of }) } };
  const holds = liesWithin(average.shown, bounds);
  return {
    position: holds ? "selected" : isNear(average, bounds) ? "near miss" : "outside",
    reason: { kind, of, ...bounds, average, decimals, holds },
  };
}

/** Close by the shown value, or on the other side of the threshold by the exact one. */
function isNear(average: Average, bounds: Bounds): boolean {
  if (awayFrom(fractionToNumber(average.exact), bounds) <= NEAR_MISS_PERCENT) return true;
  return exactHolds(average, bounds);
}

/** A shown average is at most half a percent from the exact one; a whole one more leaves nothing to doubt. */
const REACH = NEAR_MISS_PERCENT + 1;

/** A quick look at a column of shown averages: who is certainly neither within the bounds nor near. */
export function averageOutside(column: Float64Array, bounds: Bounds): (place: number) => boolean {
  return (place) => {
    const shown = column[place] ?? Number.NaN;
    // Without an average both comparisons are false: such a student is judged, to be listed apart.
    return awayFrom(shown, bounds) > REACH && !liesWithin(shown, bounds);
  };
}

/** "overall 64 % in Earth Systems 9, below 70 %". */
export function averageBecause(reason: AverageReason<unknown>, classLabel: string): string {
  return `${reason.of} ${averageWords(reason)} in ${classLabel}, ${side(reason)}`;
}

/** On which side of the threshold a family would say the average is: "not below 70 %". */
function side(reason: AverageReason<unknown>): string {
  const { average, threshold, comparison, holds } = reason;
  const words = boundsWords(reason, formatTypedPercent);
  if (holds) return words;
  if (comparison === "between" || comparison === "below") return `not ${words}`;
  const stands =
    comparison === "at most" ? "above" : compares(average.shown, "below", threshold) ? "below" : "not above";
  return `${stands} ${formatTypedPercent(threshold)}`;
}

/** The shown average; with the exact one where it lies on the other side of the threshold. */
function averageWords(reason: AverageReason<unknown>): string {
  const { average, decimals } = reason;
  const shown = formatPercent(average.shown, decimals);
  return exactHolds(average, reason) === liesWithin(average.shown, reason)
    ? shown
    : `${shown} (exactly ${formatExactPercent(average.exact)})`;
}
