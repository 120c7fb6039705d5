import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

export const rawDecimal: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `“${details.quotes[0]}” stands in ${lettersOf(details)}`,
    mend: "It looks like a figure that was not rounded. Place the field instead, and pick its format.",
  }),
  inLetter: ({ everything }) => {
    const raw = everything.find((words) => words.raw)?.raw;
    return raw ? [{ quote: raw }] : [];
  },
};
