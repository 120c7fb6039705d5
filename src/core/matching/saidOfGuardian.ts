import type { Confirmation, Frequency } from "../model/guardian";
import { ownValue } from "../model/ownValue";

/** What somebody says of one guardian: in a table of contacts, on a form or on a contact card. Empty means not said. */
export interface SaidOfGuardian {
  readonly name: string;
  readonly givenName: string;
  readonly familyName: string;
  readonly addresses: readonly string[];
  readonly relation: string;
  readonly language: string;
  readonly frequency: string;
}

/** What is said of a guardian before a table or an answer is read. */
export const NOTHING_SAID: SaidOfGuardian = {
  name: "",
  givenName: "",
  familyName: "",
  addresses: [],
  relation: "",
  language: "",
  frequency: "",
};

/** Whether anything at all is said that makes a guardian: a name or an address. */
export function saysSomebody({ name, givenName, familyName, addresses }: SaidOfGuardian): boolean {
  return [name, givenName, familyName, ...addresses].some((text) => /\p{L}/u.test(text));
}

const LANGUAGES: Record<string, string> = {
  english: "en",
  spanish: "es",
  español: "es",
  polish: "pl",
  polski: "pl",
  vietnamese: "vi",
  "tiếng việt": "vi",
  arabic: "ar",
  العربية: "ar",
  french: "fr",
  german: "de",
  portuguese: "pt",
  somali: "so",
  ukrainian: "uk",
  chinese: "zh",
};

/** A language as it is written by people, as a BCP 47 tag; none when it is not known. */
export function languageTag(text: string): string | undefined {
  const known = ownValue(LANGUAGES, text.trim().toLowerCase());
  if (known) return known;
  return /^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/.test(text.trim()) ? text.trim() : undefined;
}

/** A wished frequency in somebody's words; "none" means no letters at all. */
export function frequencyFrom(text: string): Frequency | "none" | undefined {
  const words = text.trim().toLowerCase();
  if (!words) return undefined;
  if (/\b(none|never|no letters?|stop)\b/.test(words)) return "none";
  if (/week/.test(words)) return "weekly";
  if (/daily|day/.test(words)) return "daily";
  return /each|every|as it comes|always/.test(words) ? "each letter" : undefined;
}

/** What a wish for no letters makes of a guardian's word. */
export function confirmationAfter(wish: Frequency | "none" | undefined, before: Confirmation): Confirmation {
  if (wish === "none") return "stopped";
  // Somebody who asks for letters again after stopping them may be written to again.
  return wish !== undefined && before === "stopped" ? "confirmed" : before;
}
