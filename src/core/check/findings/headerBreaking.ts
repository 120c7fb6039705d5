import type { FindingKind } from "./findingKind";
import { recipientsWith } from "./recipientProblem";

export const headerBreaking: FindingKind = {
  severity: "stop",
  words: ({ quotes }) => ({
    title: `The name or address of ${quotes[0]?.replace(/\s+/g, " ")} has a line break in it`,
    mend: "It would break the message apart. Correct it in Families.",
  }),
  inNote: (scene) => recipientsWith("breaks the header", scene),
};
