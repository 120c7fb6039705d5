import { describe, expect, test } from "vitest";
import { baseLanguage, isRightToLeft, LETTER_LANGUAGES, wordsIn } from "./letterWords";

const ENGLISH = wordsIn("en");
const others = LETTER_LANGUAGES.filter((language) => language !== "en");

describe.each(LETTER_LANGUAGES)("the product's own words in %s", (language) => {
  const words = wordsIn(language);

  test("are all there, and have a form for every number of things", () => {
    const single = Object.values(words).filter((value) => typeof value === "string");
    expect(single.length).toBeGreaterThan(8);
    for (const word of [...single, ...Object.values(words.status)]) expect(word.trim()).toBe(word);
    for (const word of [...single, ...Object.values(words.status)]) expect(word).not.toBe("");
    const rules = new Intl.PluralRules(language);
    for (const forms of Object.values(words.counted)) {
      for (const count of [0, 1, 2, 3, 5, 11, 12, 21, 22, 25, 100, 101, 1.5])
        expect(forms[rules.select(count)] ?? forms.other).toMatch(/\p{L}/u);
    }
  });

  test("hold what is put into them, once and in its order where the language has it so", () => {
    const handingIn = words.handingIn("64 %", "78 %");
    expect(handingIn.match(/64 %|78 %/g)).toEqual(["64 %", "78 %"]);
    expect(handingIn).toMatch(/[.۔]$/);
    expect(words.due("12 November")).toContain("12 November");
    expect(words.of("17", "20").match(/\d+/g)).toEqual(["17", "20"]);
  });
});

test.each(others)("no word of %s was left in English", (language) => {
  const words = wordsIn(language);
  for (const key of Object.keys(ENGLISH) as (keyof typeof ENGLISH)[]) {
    const [english, other] = [ENGLISH[key], words[key]];
    // "No" is a word of Spanish too.
    if (typeof english === "string" && key !== "no") expect(other, key).not.toBe(english);
  }
  for (const key of Object.keys(ENGLISH.status) as (keyof typeof ENGLISH.status)[])
    expect(words.status[key]).not.toBe(ENGLISH.status[key]);
  for (const key of Object.keys(ENGLISH.counted) as (keyof typeof ENGLISH.counted)[])
    expect(words.counted[key].other).not.toBe(ENGLISH.counted[key].other);
});

test("a tag goes by its language; what is not known is English; some languages run from right to left", () => {
  expect(["es-MX", "PL", "zh-Hant-TW", ""].map(baseLanguage)).toEqual(["es", "pl", "zh", ""]);
  expect(wordsIn("es-MX")).toBe(wordsIn("es"));
  expect(wordsIn("xx")).toBe(ENGLISH);
  expect(["ar", "ar-EG", "fa", "he", "ur"].every(isRightToLeft)).toBe(true);
  expect(LETTER_LANGUAGES.filter(isRightToLeft)).toEqual(["ar"]);
});
