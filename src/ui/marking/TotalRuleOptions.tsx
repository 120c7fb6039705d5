import { type TotalRule, totalRuleSchema } from "@/core/model/criterion";

/** How the points of a rubric become a score, as it is chosen. */
const TOTAL_RULE_WORDS: Record<TotalRule, string> = {
  none: "typed by hand",
  sum: "the points of the criteria added up",
  scaled: "scaled to the points possible",
};

/** The ways in which the points of a rubric become a score, as choices of a picker. */
export function TotalRuleOptions() {
  return totalRuleSchema.options.map((rule) => (
    <option key={rule} value={rule}>
      {TOTAL_RULE_WORDS[rule]}
    </option>
  ));
}
