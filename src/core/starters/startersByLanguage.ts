import { writtenLanguage } from "../languages/letterWords";
import { ownValue } from "../model/ownValue";
import { ARABIC } from "./arabic";
import { CHINESE } from "./chinese";
import { ENGLISH } from "./english";
import { FRENCH } from "./french";
import { POLISH } from "./polish";
import { PORTUGUESE } from "./portuguese";
import { SPANISH } from "./spanish";
import type { StarterPhrases } from "./starterPhrases";
import { UKRAINIAN } from "./ukrainian";
import { VIETNAMESE } from "./vietnamese";

const BY_LANGUAGE: Readonly<Record<string, StarterPhrases>> = {
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

/** What the ready-made letters say in a language (BCP 47); none where they are not written in it. */
export function starterPhrasesIn(language: string): StarterPhrases | undefined {
  return ownValue(BY_LANGUAGE, writtenLanguage(language));
}
