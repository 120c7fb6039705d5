import type { FindingKind } from "./findingKind";

export const nobodySelected: FindingKind = {
  severity: "stop",
  words: () => ({
    title: "Nobody is selected",
    mend: "No student meets the conditions. Loosen one, or choose other classes.",
  }),
  inNote: ({ plan }) => (plan.selected.length === 0 ? [{}] : []),
};
