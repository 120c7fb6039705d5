import { unprintable } from "../../report/paperWords";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

export const noGlyph: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `On paper “${details.quotes[0]}” comes out as a box, in reports with ${lettersOf(details)}`,
    mend: `No font here has this letter. It is in the report of ${listed(details.quotes.slice(1))}.`,
  }),
  inLetter: ({ reports }) =>
    reports.flatMap(({ paper }) => {
      const [box] = unprintable(paper);
      return box ? [{ where: { word: box }, quote: box }] : [];
    }),
};
