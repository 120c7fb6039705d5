import type { FindingKind } from "./findingKind";
import { FIELD_SIGN, sentencesOf, wordsLines } from "./wordsLines";

/** Fewer words may well stand twice, such as a closing. */
const FEWEST_WORDS = 6;
/** Lines of a song come again; a list hardly does. */
const FEWEST_WORDS_OF_LINES = 12;

/** A sentence or more that stands in the letter twice, as when something was pasted again. */
export const saidTwice: FindingKind = {
  severity: "caution",
  words: ({ quotes: [words] }) => ({
    title: `The letter says this twice: “${words}”`,
    mend: "It may have been pasted again. Delete one of them.",
  }),
  inWords: (scene) => {
    const seen = new Set<string>();
    let before = "";
    for (const { line, place } of wordsLines(scene)) {
      if (place === "subject") continue;
      const pair = fold(`${before}\n${line}`);
      before = line;
      if (isLong(pair, /^\s*[-•*\d]/.test(line) ? FEWEST_WORDS : FEWEST_WORDS_OF_LINES) && seen.has(`pair ${pair}`))
        return [{ path: { place: "body", word: line.trim() }, quotes: [line.trim()] }];
      if (pair !== "") seen.add(`pair ${pair}`);
      for (const sentence of sentencesOf(line)) {
        const key = fold(sentence);
        if (!isLong(key, FEWEST_WORDS)) continue;
        if (seen.has(key)) return [{ path: { place: "body", word: sentence.trim() }, quotes: [sentence.trim()] }];
        seen.add(key);
      }
    }
    return [];
  },
};

function isLong(folded: string, fewest: number): boolean {
  const isHan = /[\u3040-\u30ff\u4e00-\u9fff]/.test(folded);
  return (isHan ? folded.length / 2 : folded.split(" ").length) >= fewest;
}

function fold(sentence: string): string {
  return sentence
    .replaceAll(FIELD_SIGN, " _ ")
    .toLocaleLowerCase()
    .replace(/[^\p{L}\p{N}\p{M}_]+/gu, " ")
    .trim();
}
