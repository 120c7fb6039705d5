import type { FindingKind } from "./findingKind";
import { recipientsWith } from "./recipientProblem";

export const wantsNoLetters: FindingKind = {
  severity: "stop",
  words: ({ quotes }) => ({
    title: `${quotes[0]} asked not to be written to`,
    mend: "Leave this person out, or choose somebody else of the family.",
  }),
  inNote: (scene) => recipientsWith("wants no letters", scene),
};
