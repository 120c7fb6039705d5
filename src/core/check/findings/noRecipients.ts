import type { FindingKind } from "./findingKind";

export const noRecipients: FindingKind = {
  severity: "stop",
  words: () => ({
    title: "Nobody gets this note",
    mend: "Students are selected, but no recipient is left. Choose guardians, students or both.",
  }),
  inNote: ({ plan }) => (plan.selected.length > 0 && plan.letters.length === 0 ? [{}] : []),
};
