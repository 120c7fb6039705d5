import type { ConditionKind } from "./conditionKind";
import { yesOrNo } from "./judged";
import { asTheyAre, known } from "./phrase";

interface TagReason {
  readonly kind: "tag";
  readonly tag: string;
  readonly holds: boolean;
}

export const tag: ConditionKind<"tag", TagReason> = {
  offer: "group tag",
  begins: { kind: "tag", tag: "" },
  phrase: (condition) => [
    "who are in the group ",
    known(
      "Group tag",
      condition.tag,
      condition.tag,
      ({ students }) => asTheyAre([...new Set([...students.values()].flatMap(({ tags }) => tags))].sort()),
      (name) => ({ ...condition, tag: name }),
    ),
  ],
  judge:
    (condition) =>
    ({ student }) => {
      const holds = student.tags.includes(condition.tag);
      return yesOrNo(holds, { kind: "tag", tag: condition.tag, holds });
    },
  because: (reason) => (reason.holds ? `in the group ${reason.tag}` : `not in the group ${reason.tag}`),
};
