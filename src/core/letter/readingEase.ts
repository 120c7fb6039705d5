import { baseLanguage } from "../language/languageTag";

/** How long a text is and how easily it reads. */
export interface ReadingEase {
  readonly words: number;
  /** The Flesch reading ease, from 0 to 100 and beyond, higher is easier; none for a text that is too short to tell. */
  readonly ease: number | undefined;
  /** "easy", "plain", "hard"; empty where there is no ease. */
  readonly level: string;
}

/** Below so many words the figure says nothing. */
const FEWEST_WORDS = 20;
const LEVELS = [
  { from: 80, level: "easy" },
  { from: 60, level: "plain" },
  { from: 50, level: "fairly hard" },
  { from: 30, level: "hard" },
  { from: Number.NEGATIVE_INFINITY, level: "very hard" },
];

/**
 * The Flesch reading ease of an English text (Flesch, "A new readability yardstick", Journal of Applied Psychology 32,
 * 1948): 206.835 less 1.015 times the words of a sentence less 84.6 times the syllables of a word, both as means. A line
 * of a list counts as a sentence. Letters in other languages have no figure: the formula was made for English. Syllables are counted by groups of vowels.
 */
export function readingEase(text: string, language: string): ReadingEase {
  const sentences = text.split(/[.!?:]+(?:\s|$)|\n+/u).filter((part) => /\p{L}/u.test(part)).length;
  const words = text.match(/\p{L}[\p{L}\p{M}'’-]*/gu) ?? [];
  if (words.length < FEWEST_WORDS || baseLanguage(language) !== "en")
    return { words: words.length, ease: undefined, level: "" };
  const syllables = words.reduce((sum, word) => sum + syllablesOf(word), 0);
  const ease = Math.round(206.835 - 1.015 * (words.length / sentences) - 84.6 * (syllables / words.length));
  return { words: words.length, ease, level: LEVELS.find(({ from }) => ease >= from)?.level ?? "" };
}

/** Groups of vowels, but for a silent e at the end; one at least. */
function syllablesOf(word: string): number {
  const plain = word.normalize("NFD").toLowerCase().replace(/\p{M}/gu, "");
  const groups = plain.match(/[aeiouy]+/g)?.length ?? 0;
  const silent = /[^aeiouyl]e$/.test(plain) ? 1 : 0;
  return Math.max(1, groups - silent);
}
