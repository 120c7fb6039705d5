import type { DigestPhrases } from "../language/digestPhrases";
import { baseLanguage, writtenLanguage } from "../language/languageTag";
import type { LetterWords } from "../language/letterWords";
import type { ProductLanguage } from "../language/productLanguage";
import type { ProductTag } from "../language/productTags";
import type { ReportWords } from "../language/reportWords";
import type { StarterPhrases } from "../language/starterPhrases";
import { ownValue } from "../model/ownValue";
import { arabic } from "./arabic/arabic";
import { chinese } from "./chinese/chinese";
import { english } from "./english/english";
import { french } from "./french/french";
import { polish } from "./polish/polish";
import { portuguese } from "./portuguese/portuguese";
import { spanish } from "./spanish/spanish";
import { ukrainian } from "./ukrainian/ukrainian";
import { vietnamese } from "./vietnamese/vietnamese";

/** One folder for each language; a tag without one does not compile. */
const BY_TAG: Readonly<Record<ProductTag, ProductLanguage>> = {
  en: english,
  es: spanish,
  pl: polish,
  vi: vietnamese,
  ar: arabic,
  fr: french,
  pt: portuguese,
  uk: ukrainian,
  zh: chinese,
};

/** The product's own words for a language; English where it has none. */
export function wordsIn(language: string): LetterWords {
  return (ownValue(BY_TAG, baseLanguage(language)) ?? english).letterWords;
}

/** What the ready-made letters say in a language (BCP 47); none where they are not written in it. */
export function starterPhrasesIn(language: string): StarterPhrases | undefined {
  return ownValue(BY_TAG, writtenLanguage(language))?.starterPhrases;
}

/** The words of the designs that come along, in a language; English where they are not written in it. */
export function reportWordsIn(language: string): ReportWords {
  return (ownValue(BY_TAG, baseLanguage(language)) ?? english).reportWords;
}

/** What digests say, by language. */
export const DIGEST_PHRASES: Readonly<Record<ProductTag, DigestPhrases>> = mapped(({ digestPhrases }) => digestPhrases);

function mapped<Value>(of: (language: ProductLanguage) => Value): Readonly<Record<ProductTag, Value>> {
  return Object.fromEntries(Object.entries(BY_TAG).map(([tag, language]) => [tag, of(language)])) as Record<
    ProductTag,
    Value
  >;
}
