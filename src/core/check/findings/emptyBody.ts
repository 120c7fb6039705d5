import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { hasBlocks, isEmptyWords } from "./isEmptyWords";
import { inLanguage } from "./wording";

export const emptyBody: FindingKind = {
  severity: "stop",
  words: (details) => ({
    title:
      details.path.letterKey === undefined
        ? `The ${inLanguage(details)}letter is empty`
        : `The letter is empty for ${listed(details.quotes)}`,
    mend: "Write the letter, or place a field or a block in it.",
  }),
  quotes: "names",
  inWords: ({ words: { body } }) => (isEmptyWords(body) && !hasBlocks(body) ? [{ path: { place: "body" } }] : []),
  inLetter: ({ rendered }) =>
    rendered.isBlank && rendered.unfilled.length === 0 ? [{ where: { place: "body" } }] : [],
};
