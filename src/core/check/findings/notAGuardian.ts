import type { FindingKind } from "./findingKind";
import { recipientsWith } from "./recipientProblem";

export const notAGuardian: FindingKind = {
  severity: "stop",
  words: ({ quotes }) => ({
    title: `${quotes[0]} does not look after ${quotes[2]}`,
    mend: "Choose again who is written to about this student.",
  }),
  inNote: (scene) => recipientsWith("no guardian of theirs", scene),
};
