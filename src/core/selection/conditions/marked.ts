import { markingState } from "../../figures/markScore";
import type { MarkingState } from "../../model/condition";
import type { ConditionKind } from "./conditionKind";
import { assignmentOptions } from "./gradebookOptions";
import { yesNoOrUnknown } from "./judged";
import { known, oneOf } from "./phrase";

interface MarkedReason {
  readonly kind: "marked";
  readonly assignment: string;
  readonly state: MarkingState | undefined;
  readonly holds: boolean;
}

export const marked: ConditionKind<"marked", MarkedReason> = {
  offer: "marked or not",
  begins: { kind: "marked", assignment: "", state: "marked" },
  phrase: (condition) => [
    "whose marking of ",
    known("Assignment", condition.assignment, condition.assignment, assignmentOptions, (assignment) => ({
      ...condition,
      assignment,
    })),
    " is ",
    oneOf("How far it is marked", condition.state, STATES, (state) => ({ ...condition, state })),
  ],
  judge: (condition) => (row) => {
    const found = row.assignment(condition.assignment);
    // Of who did not hand in or is excused there is nothing to be marked.
    const isOut = found?.score?.status === "missing" || found?.score?.status === "excused";
    const state = isOut ? undefined : found && markingState(found.score, found.assignment);
    const holds = state === condition.state;
    return yesNoOrUnknown(state && holds, { kind: "marked", assignment: condition.assignment, state, holds });
  },
  because: ({ assignment, state }, classLabel) => `${assignment}: ${state ?? "not set"} in ${classLabel}`,
};

const STATES: Readonly<Record<MarkingState, string>> = {
  "not begun": "not begun",
  "half done": "half done",
  marked: "finished",
};
