import type { Average } from "../../figures/average";
import { compareFractions, decimalFraction } from "../../figures/fraction";
import { type Bounds, compares, endsOf } from "../../model/condition";

/** Whether the exact value alone, before rounding, would lie where the bounds say; the thresholds in percent. */
export function exactHolds(average: Average, bounds: Bounds): boolean {
  const against = (threshold: number) => compareFractions(average.exact, decimalFraction(threshold));
  if (bounds.comparison !== "between") return compares(against(bounds.threshold), bounds.comparison, 0);
  const [from, to] = endsOf(bounds);
  return against(from) >= 0 && against(to) <= 0;
}
