import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { isEmptyWords } from "./isEmptyWords";
import { inLanguage } from "./wording";

/** In the note as it is written, or only in the letters of some, where fields in it have no value. */
export const emptySubject: FindingKind = {
  severity: "stop",
  words: (details) => ({
    title:
      details.path.letterKey === undefined
        ? `The ${inLanguage(details)}subject is empty`
        : `The subject is empty for ${listed(details.quotes)}`,
    mend: "Write what the letter is about, in a few words.",
  }),
  quotes: "names",
  inWords: ({ words }) => (isEmptyWords(words.subject) ? [{ path: { place: "subject" } }] : []),
  inLetter: ({ rendered }) =>
    !rendered.subject && rendered.unfilled.length === 0 ? [{ where: { place: "subject" } }] : [],
};
