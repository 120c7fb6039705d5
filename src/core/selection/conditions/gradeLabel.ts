import { listed } from "../../words";
import type { ConditionKind } from "./conditionKind";
import { nothingKnown, yesOrNo } from "./judged";
import { asTheyAre } from "./phrase";

interface GradeLabelReason {
  readonly kind: "grade label";
  readonly label: string;
  readonly holds: boolean;
}

export const gradeLabel: ConditionKind<"grade label", GradeLabelReason> = {
  offer: "letter grade",
  begins: { kind: "grade label", labels: [] },
  phrase: (condition) => [
    "whose letter grade is ",
    {
      said: listed(condition.labels, "or") || "none yet chosen",
      control: ({ gradeScales }) => {
        const all = [...gradeScales.values()].flatMap(({ bands }) => bands.map(({ label }) => label));
        return {
          kind: "several",
          label: "One more letter",
          chosen: asTheyAre(condition.labels),
          options: asTheyAre([...new Set(all)]),
          isPrivate: false,
          change: (labels) => ({ ...condition, labels: [...labels] }),
        };
      },
    },
  ],
  judge: (condition) => (row) => {
    const label = row.gradeLabel();
    if (label === undefined) return nothingKnown({ kind: "no average" });
    const holds = condition.labels.includes(label);
    return yesOrNo(holds, { kind: "grade label", label, holds });
  },
  because: ({ label }, classLabel) => `${label} in ${classLabel}`,
};
