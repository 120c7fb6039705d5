import { type ChecklistMark, checklistMarkSchema } from "../../model/checklist";
import type { ConditionKind } from "./conditionKind";
import { yesNoOrUnknown } from "./judged";
import { asTheyAre, known, oneOf } from "./phrase";

interface ChecklistReason {
  readonly kind: "checklist";
  readonly checklist: string;
  readonly mark: ChecklistMark | undefined;
  readonly holds: boolean;
}

/** A checklist goes by its name; of who it is not asked nothing can be said. */
export const checklist: ConditionKind<"checklist", ChecklistReason> = {
  offer: "checklist",
  begins: { kind: "checklist", checklist: "", mark: "not done" },
  phrase: (condition) => [
    "whose ",
    known(
      "Checklist",
      condition.checklist,
      condition.checklist || "checklist",
      ({ checklists }) => asTheyAre([...new Set([...checklists.values()].map(({ name }) => name))].sort()),
      (name) => ({ ...condition, checklist: name }),
    ),
    " is ",
    oneOf("How it stands", condition.mark, checklistMarkSchema.options, (mark) => ({ ...condition, mark })),
  ],
  judge: (condition) => (row) => {
    const mark = row.checklistMark(condition.checklist);
    const holds = mark === condition.mark;
    const reason: ChecklistReason = { kind: "checklist", checklist: condition.checklist, mark, holds };
    return yesNoOrUnknown(mark === undefined ? undefined : holds, reason);
  },
  because: (reason) => `${reason.checklist}: ${reason.mark ?? "not asked of this class"}`,
};
