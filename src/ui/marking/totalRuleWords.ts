import type { TotalRule } from "@/core/model/criterion";

/** How the points of a rubric become a score, as it is chosen. */
export const TOTAL_RULE_WORDS: Record<TotalRule, string> = {
  none: "typed by hand",
  sum: "the points of the criteria added up",
  scaled: "scaled to the points possible",
};
