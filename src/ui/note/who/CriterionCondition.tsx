import { comparisonSchema } from "@/core/model/condition";
import { titleKey } from "@/core/model/titleKey";
import { useVine } from "@/ui/shared/VineContext";
import type { PickerProps } from "./AssignmentPicker";
import { AmountPicker, Choice, Words } from "./Choice";

/** A criterion of an assignment and the level that it is compared with: "whose Method in Salinity lab is at most sound". */
export function CriterionCondition({ condition, onChange }: PickerProps<"criterion">) {
  const { world } = useVine();
  const judged = [...world.assignments.values()].filter(({ rubric = [] }) => rubric.length > 0);
  const titles = [...new Map(judged.map(({ title }) => [titleKey(title), title])).values()];
  const criteria = judged
    .filter(({ title }) => titleKey(title) === titleKey(condition.assignment))
    .flatMap(({ rubric = [] }) => rubric);
  const names = [...new Set(criteria.map(({ name }) => name))];
  const chosen = criteria.filter(({ name }) => name === condition.criterion);
  const levels = [...new Set(chosen.flatMap((one) => one.levels.map(({ label }) => label)))];
  return (
    <>
      whose{" "}
      <Choice
        label="Criterion"
        value={condition.criterion}
        options={names.map((name) => ({ value: name, words: name }))}
        onChange={(criterion) => onChange({ ...condition, criterion, value: "" })}
      />{" "}
      in{" "}
      <Choice
        label="Assignment with a rubric"
        value={condition.assignment}
        options={titles.map((title) => ({ value: title, words: title }))}
        onChange={(assignment) => onChange({ ...condition, assignment, criterion: "", value: "" })}
      />{" "}
      is{" "}
      <Words
        label="Comparison"
        value={condition.comparison}
        options={comparisonSchema.options}
        onChange={(comparison) => onChange({ ...condition, comparison })}
      />{" "}
      {chosen.some(({ most }) => most !== undefined) ? (
        <AmountPicker
          label="Points"
          value={Number(condition.value) || 0}
          most={100_000}
          onChange={(value) => onChange({ ...condition, value: String(value) })}
        />
      ) : (
        <Choice
          label="Level"
          value={condition.value}
          options={levels.map((label) => ({ value: label, words: label }))}
          onChange={(value) => onChange({ ...condition, value })}
        />
      )}
    </>
  );
}
