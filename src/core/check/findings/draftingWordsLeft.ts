import { writtenLines } from "../../model/letterBody";
import { listed } from "../../words";
import { draftingWords } from "../reading/draftingWords";
import type { FindingKind } from "./findingKind";
import { lettersOf, placeOf } from "./wording";

/** In the note as it is written, or in what only the letters show: comments, names of files, reports. */
export const draftingWordsLeft: FindingKind = {
  severity: "stop",
  canBeMeant: true,
  words: (details) => ({
    title:
      details.path.word !== undefined
        ? `A comment, a file’s name or the like still says “${details.path.word}”, in ${lettersOf(details)}`
        : `The ${placeOf(details)} still says ${listed(details.quotes.map((word) => `“${word}”`))}`,
    mend: "It looks like a reminder to yourself. Replace or delete it.",
  }),
  quotes: "what stands there",
  inWords: ({ words }) =>
    (["subject", "body"] as const).flatMap((place) => {
      const left = draftingWords(writtenLines(words[place], () => " ").join("\n"));
      return left.length > 0 ? [{ path: { place }, quotes: left }] : [];
    }),
  inLetter: ({ all, everything }) =>
    [...new Set(everything.flatMap(({ drafting }) => drafting))]
      .filter((word) => !all.draftingWords.has(word))
      .map((word) => ({ where: { word }, quote: word })),
};
