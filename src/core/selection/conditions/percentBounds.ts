import { formatTypedPercent } from "../../figures/roundFraction";
import type { Bounds, RangeComparison } from "../../model/condition";
import { bounds, type Phrase } from "./phrase";

/** Bounds as conditions on a percentage keep them. */
interface PercentBounds {
  readonly comparison: RangeComparison;
  readonly percent: number;
  readonly upTo?: number | undefined;
}

export function boundsOf({ comparison, percent, upTo }: PercentBounds): Bounds {
  return { comparison, threshold: percent, upTo };
}

/** "below 70 %", "between 60 % and 70 %", to be changed. */
export function percentBounds<Of extends PercentBounds>(condition: Of): Phrase<Of> {
  const change = ({ comparison, threshold, upTo }: Bounds): Of => {
    const { upTo: _before, ...rest } = condition;
    return { ...rest, comparison, percent: threshold, ...(upTo !== undefined && { upTo }) } as Of;
  };
  return bounds("Percent", boundsOf(condition), formatTypedPercent, change, { unit: "%" });
}

/** Points carry four decimals; a percent of them is compared as whole numbers, so that no binary fraction tips it. */
export function percentOf(points: number, possible: number): number {
  return (Math.round(points * 10_000) * 100) / Math.round(possible * 10_000);
}
