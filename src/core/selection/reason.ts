import type { Average } from "../figures/average";
import { compareFractions, decimalFraction } from "../figures/fraction";
import { formatExactPercent, formatPercent, formatTypedPercent } from "../figures/rounding";
import type { Comparison } from "./condition";

/** Why one student is, or nearly is, in a selection: the figure that decided and what it was held against. */
export type Reason =
  | { kind: "overall"; comparison: Comparison; threshold: number; average: Average; decimals: number; holds: boolean }
  | { kind: "missing"; atLeast: number; count: number; titles: readonly string[]; holds: boolean }
  | { kind: "no average" }
  | { kind: "in class" };

/** The reason in words, with the figures: "overall 64 % in Earth Systems 9, below 70 %". */
export function reasonWords(reason: Reason, classLabel: string): string {
  switch (reason.kind) {
    case "overall":
      return `overall ${averageWords(reason)} in ${classLabel}, ${standing(reason)} ${formatTypedPercent(reason.threshold)}`;
    case "missing": {
      const count = `${reason.count} missing in ${classLabel}`;
      return reason.count === 0 ? count : `${count} (${reason.titles.join(", ")})`;
    }
    case "no average":
      return `no average yet in ${classLabel}`;
    case "in class":
      return `in ${classLabel}`;
  }
}

type OverallReason = Extract<Reason, { kind: "overall" }>;

/** On which side of the threshold a family would say the average is. */
function standing(reason: OverallReason): string {
  if (reason.average.shown < reason.threshold) return "below";
  return reason.comparison === "at least" && reason.holds ? "at least" : "not below";
}

/** The shown average; with the exact one where it lies on the other side of the threshold. */
function averageWords({ average, threshold, decimals }: OverallReason): string {
  const shown = formatPercent(average.shown, decimals);
  const exactIsBelow = compareFractions(average.exact, decimalFraction(threshold)) < 0;
  return exactIsBelow === average.shown < threshold ? shown : `${shown} (exactly ${formatExactPercent(average.exact)})`;
}
