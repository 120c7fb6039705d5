import type { ShownScore } from "../figures/shownScore";
import { ownValue } from "../model/ownValue";
import { ARABIC } from "./arabic";
import { CHINESE } from "./chinese";
import { ENGLISH } from "./english";
import { FRENCH } from "./french";
import { POLISH } from "./polish";
import { PORTUGUESE } from "./portuguese";
import { SPANISH } from "./spanish";
import { UKRAINIAN } from "./ukrainian";
import { VIETNAMESE } from "./vietnamese";

/** What can be counted in a letter. */
export type Counted = "missing" | "late" | "excused" | "unmarked" | "point" | "percentage point" | "day overdue";

type Status = Exclude<ShownScore["status"], "">;
/** What stands without a number before it, such as a dual. */
export interface Alone {
  readonly alone: string;
}
/** The words for each plural form that the language has; the number stands before them where nothing else is said. */
type Forms = Partial<Record<Intl.LDMLPluralRule, string | Alone>> & { readonly other: string };

/** The words that the product itself puts into a letter, in one language. */
export interface LetterWords {
  readonly category: string;
  readonly average: string;
  readonly overall: string;
  readonly noScoresYet: string;
  /** Beside the name of a child who has no such value while a brother or sister has. */
  readonly nothingYet: string;
  /** The quiet line at the end of a letter: the words of the link that stops the letters, and what to do where there is none. */
  readonly stopLetters: string;
  readonly stopByWritingBack: string;
  /** The heads of a table of missing work. */
  readonly assignment: string;
  readonly dueHead: string;
  readonly overdueHead: string;
  readonly pointsHead: string;
  /** The heads of a table of scores. */
  readonly scoreHead: string;
  readonly commentHead: string;
  /** Where an average stands among those of the class: half of them lie between two values. */
  readonly standing: (own: string, from: string, to: string, median: string) => string;
  readonly handingIn: (now: string, after: string) => string;
  readonly due: (day: string) => string;
  readonly of: (points: string, possible: string) => string;
  /** How the student sees it, and how others do, beside a level. */
  readonly ownView: string;
  readonly othersView: string;
  readonly yes: string;
  readonly no: string;
  readonly up: string;
  readonly down: string;
  readonly unchanged: string;
  readonly status: Readonly<Record<Status, string>>;
  readonly counted: Readonly<Record<Counted, Forms>>;
}

const BY_LANGUAGE: Readonly<Record<string, LetterWords>> = {
  en: ENGLISH,
  es: SPANISH,
  pl: POLISH,
  vi: VIETNAMESE,
  ar: ARABIC,
  fr: FRENCH,
  pt: PORTUGUESE,
  uk: UKRAINIAN,
  zh: CHINESE,
};

/** The languages that the product's own words are written in, by their tags. */
export const LETTER_LANGUAGES: readonly string[] = Object.keys(BY_LANGUAGE);

/** What is asked of a handful of tags for every value of every letter is worked out once for each. */
function onceForEachTag<Value>(of: (tag: string) => Value): (tag: string) => Value {
  const known = new Map<string, Value>();
  return (tag) => {
    const before = known.get(tag);
    if (before !== undefined) return before;
    const value = of(tag);
    known.set(tag, value);
    return value;
  };
}

/** The part of a tag (BCP 47) that names the language: "es" of "es-MX". */
export const baseLanguage = onceForEachTag((tag) => tag.toLowerCase().split("-")[0] ?? tag);

/**
 * How a tag (BCP 47) says that its language is written: "zh" of "zh-CN", "zh-Hant" of "zh-TW", where the script is not the
 * usual one (Unicode's likely subtags, UTS 35).
 */
export const writtenLanguage = onceForEachTag((tag) => {
  const base = baseLanguage(tag);
  const script = scriptOf(tag);
  return script === scriptOf(base) ? base : `${base}-${script}`;
});

/** The script (ISO 15924) that a tag means; that of its language alone where the rest can't be read, and none where nothing can. */
function scriptOf(tag: string): string | undefined {
  for (const one of [tag, baseLanguage(tag)]) {
    try {
      return new Intl.Locale(one).maximize().script;
    } catch {
      // Somebody typed it.
    }
  }
  return undefined;
}

/** Of words in several languages those that a reader of `tag` gets: written in that reader's way, else in the same language. */
export function wordsClosestTo<Words extends { readonly language: string }>(
  all: readonly Words[],
  tag: string,
): Words | undefined {
  return (
    all.find(({ language }) => writtenLanguage(language) === writtenLanguage(tag)) ??
    all.find(({ language }) => baseLanguage(language) === baseLanguage(tag))
  );
}

/** The product's own words for a language; English where it has none. */
export function wordsIn(language: string): LetterWords {
  return ownValue(BY_LANGUAGE, baseLanguage(language)) ?? ENGLISH;
}

const RIGHT_TO_LEFT = new Set(["Arab", "Hebr", "Syrc", "Thaa", "Nkoo", "Adlm", "Rohg"]);

/** Whether a language is written from right to left. */
export const isRightToLeft = onceForEachTag((tag) => RIGHT_TO_LEFT.has(scriptOf(tag) ?? ""));
