import { type AssignmentStatus, assignmentStatusSchema } from "../../model/condition";
import { formatScore } from "../../model/score";
import type { ConditionKind } from "./conditionKind";
import { assignmentOptions } from "./gradebookOptions";
import { yesNoOrUnknown } from "./judged";
import { known, oneOf } from "./phrase";
import type { RowAssignment } from "./selectionRow";

interface StatusReason {
  readonly kind: "assignment status";
  readonly assignment: string;
  readonly status: AssignmentStatus;
  readonly score: string;
  readonly holds: boolean;
}

export const assignmentStatus: ConditionKind<"assignment status", StatusReason> = {
  offer: "one assignment not handed in",
  begins: { kind: "assignment status", assignment: "", status: "not handed in" },
  phrase: (condition) => [
    "whose ",
    known("Assignment", condition.assignment, condition.assignment, assignmentOptions, (assignment) => ({
      ...condition,
      assignment,
    })),
    " is ",
    oneOf("How the assignment stands", condition.status, assignmentStatusSchema.options, (status) => ({
      ...condition,
      status,
    })),
  ],
  judge: (condition) => (row) => {
    const found = row.assignment(condition.assignment);
    const holds = found !== undefined && statusHolds(found, condition.status);
    const score = found === undefined ? "not set" : found.isMissing ? "missing" : formatScore(found.score) || "blank";
    const { assignment, status } = condition;
    return yesNoOrUnknown(found && holds, { kind: "assignment status", assignment, status, score, holds });
  },
  because: ({ assignment, score }, classLabel) => `${assignment}: ${score} in ${classLabel}`,
};

function statusHolds({ score, isMissing, isUnmarked }: RowAssignment, status: AssignmentStatus): boolean {
  switch (status) {
    case "not handed in":
      return isMissing || isUnmarked;
    case "handed in":
      return !isMissing && (score?.status === "scored" || score?.status === "late");
    case "late":
      return score?.status === "late";
    case "excused":
      return score?.status === "excused";
    case "unmarked":
      return isUnmarked;
  }
}
