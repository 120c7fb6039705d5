import { Form } from "react-bootstrap";
import { type TotalRule, totalRuleSchema } from "@/core/model/criterion";

/** How the points of a rubric become a score, as it is chosen. */
const TOTAL_RULE_WORDS: Record<TotalRule, string> = {
  none: "typed by hand",
  sum: "the points of the criteria added up",
  scaled: "scaled to the points possible",
};

interface TotalRulePickerProps {
  readonly value: TotalRule;
  readonly onChange: (rule: TotalRule) => void;
}

/** Chooses how the points of a rubric become a score; it belongs into a `Form.Group`. */
export function TotalRulePicker({ value, onChange }: TotalRulePickerProps) {
  return (
    <Form.Select value={value} onChange={(event) => onChange(totalRuleSchema.parse(event.target.value))}>
      {totalRuleSchema.options.map((rule) => (
        <option key={rule} value={rule}>
          {TOTAL_RULE_WORDS[rule]}
        </option>
      ))}
    </Form.Select>
  );
}
