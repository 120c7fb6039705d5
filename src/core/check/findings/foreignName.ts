import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

/** Another student's name, for sure; where for some letters it only may be one, those count with it. */
export const foreignName: FindingKind = {
  severity: "stop",
  canBeMeant: true,
  words: (details) => ({
    title: `“${details.quotes[0]}” stands in ${lettersOf(details)} about somebody else`,
    mend: `It is another student’s name, in what goes to the family of ${listed(details.quotes.slice(1))}. Take it out, or place the field “First name”.`,
  }),
  inLetter: ({ foreign: { sure } }) => (sure ? [{ where: { word: sure }, quote: sure }] : []),
};
