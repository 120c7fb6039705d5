import type { Average } from "../figures/average";
import { compareFractions, decimalFraction } from "../figures/fraction";
import { type Comparison, compares } from "../model/condition";

/** Whether the exact value alone, before rounding, would stand as the comparison says; the threshold in percent. */
export function exactHolds(average: Average, comparison: Comparison, threshold: number): boolean {
  return compares(compareFractions(average.exact, decimalFraction(threshold)), comparison, 0);
}
