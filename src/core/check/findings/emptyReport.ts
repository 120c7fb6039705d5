import { isEmptyPaper } from "../../report/paperWords";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

export const emptyReport: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `“${details.quotes[0]}” has nothing in it, with ${lettersOf(details)}`,
    mend: `It goes to the family of ${listed(details.quotes.slice(1))}. Look at it beside the letter.`,
  }),
  inLetter: ({ reports }) =>
    reports.filter(({ paper }) => isEmptyPaper(paper)).map(({ fileName }) => ({ quote: fileName })),
};
