import { byFamilyName, fullName } from "../../model/student";
import { listed } from "../../words";
import type { ConditionKind } from "./conditionKind";
import { yesOrNo } from "./judged";

interface ChosenReason {
  readonly kind: "chosen";
  readonly holds: boolean;
}

/** Students pointed out one by one. */
export const chosen: ConditionKind<"chosen", ChosenReason> = {
  offer: "students by name",
  begins: { kind: "chosen", studentIds: [] },
  phrase: (condition, names) => [
    "who are ",
    {
      said: listed(condition.studentIds.map(names.student), "or") || "nobody yet chosen",
      control: ({ students }) => ({
        kind: "several",
        label: "One more student",
        chosen: condition.studentIds.map((id) => ({ value: id, words: names.student(id) })),
        options: [...students.values()].sort(byFamilyName).map((one) => ({ value: one.id, words: fullName(one) })),
        isPrivate: true,
        change: (ids) => ({ ...condition, studentIds: [...ids] }),
      }),
    },
  ],
  judge: (condition) => {
    const ids = new Set(condition.studentIds);
    return ({ student }) => {
      const holds = ids.has(student.id);
      return yesOrNo(holds, { kind: "chosen", holds });
    };
  },
  because: ({ holds }, classLabel) => (holds ? `chosen by name, in ${classLabel}` : "not chosen by name"),
};
