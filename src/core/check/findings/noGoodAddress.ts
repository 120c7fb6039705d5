import type { FindingKind } from "./findingKind";
import { recipientsWith } from "./recipientProblem";

export const noGoodAddress: FindingKind = {
  severity: "stop",
  words: ({ quotes: [name, address] }) => ({
    title: address ? `The address of ${name} can’t be right: ${address}` : `${name} has no address`,
    mend: "Correct the address, or leave this person out of this note.",
  }),
  inNote: (scene) => recipientsWith("no good address", scene),
};
