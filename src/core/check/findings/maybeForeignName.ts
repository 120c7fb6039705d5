import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

export const maybeForeignName: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `“${details.quotes[0]}” in ${lettersOf(details)} may be another student’s name`,
    mend: `It would be read by the family of ${listed(details.quotes.slice(1))}. Where somebody else is meant, all is well.`,
  }),
  inLetter: ({ foreign: { sure, maybe } }) => (!sure && maybe ? [{ where: { word: maybe }, quote: maybe }] : []),
};
