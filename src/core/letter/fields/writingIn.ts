import { baseLanguage } from "../../language/languageTag";
import type { Counted } from "../../language/letterWords";
import { wordsIn } from "../../languages/productLanguages";
import { type Day, formatDay } from "../../model/day";
import { counted as countedInEnglish, listed } from "../../words";

/** How numbers, days and lists are written in the language of a letter. */
export interface Writing {
  /** A number with a set count of decimals; none is as many as it has. */
  readonly number: (value: number, decimals?: number) => string;
  readonly percent: (value: number, decimals: number) => string;
  readonly day: (day: Day, style: "long" | "short") => string;
  readonly list: (items: readonly string[]) => string;
  readonly counted: (count: number, what: Counted) => string;
}

const known = new Map<string, Writing>();

/** The way a language (BCP 47) writes; English as the product writes it elsewhere. */
export function writingIn(tag: string): Writing {
  const language = baseLanguage(tag);
  const writing = known.get(language) ?? (language === "en" ? ENGLISH : writingOf(language));
  known.set(language, writing);
  return writing;
}

const ENGLISH: Writing = {
  number: (value, decimals) => (decimals === undefined ? String(value) : value.toFixed(decimals)),
  percent: (value, decimals) => `${value.toFixed(decimals)}\u00a0%`,
  day: formatDay,
  list: (items) => listed(items),
  counted: (count, what) => {
    const { one, other } = wordsIn("en").counted[what];
    return countedInEnglish(count, typeof one === "string" ? one : other, other);
  },
};

function writingOf(language: string): Writing {
  const numbers = new Map<number | undefined, Intl.NumberFormat>();
  const number = (value: number, decimals?: number) => {
    const format =
      numbers.get(decimals) ??
      new Intl.NumberFormat(language, { minimumFractionDigits: decimals ?? 0, maximumFractionDigits: decimals ?? 4 });
    numbers.set(decimals, format);
    return format.format(value);
  };
  const days = {
    long: new Intl.DateTimeFormat(language, { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" }),
    short: new Intl.DateTimeFormat(language, { day: "numeric", month: "short", timeZone: "UTC" }),
  };
  const lists = new Intl.ListFormat(language, { type: "conjunction" });
  const plurals = new Intl.PluralRules(language);
  const { counted } = wordsIn(language);
  return {
    number,
    percent: (value, decimals) => `${number(value, decimals)}\u00a0%`,
    day: (day, style) => days[style].format(Date.parse(day)),
    list: (items) => lists.format(items),
    counted: (count, what) => {
      const words = counted[what][plurals.select(count)] ?? counted[what].other;
      return typeof words === "string" ? `${number(count)} ${words}` : words.alone;
    },
  };
}
