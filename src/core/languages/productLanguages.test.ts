import { describe, expect, test } from "vitest";
import { baseLanguage, isRightToLeft, wordsClosestTo, writtenLanguage } from "../language/languageTag";
import { PRODUCT_TAGS } from "../language/productTags";
import { writingIn } from "../letter/fields/writingIn";
import { wordsIn } from "./productLanguages";

const ENGLISH = wordsIn("en");
/** What is one word in both. */
const SAME_WORDS = new Set(["es no", "fr Points", "fr points"]);
const others = PRODUCT_TAGS.filter((language) => language !== "en");

describe.each(PRODUCT_TAGS)("the product's own words in %s", (language) => {
  const words = wordsIn(language);

  test("are all there, and have a form for every number of things", () => {
    const single = Object.values(words).filter((value) => typeof value === "string");
    expect(single.length).toBeGreaterThan(8);
    for (const word of [...single, ...Object.values(words.status)]) expect(word.trim()).toBe(word);
    for (const word of [...single, ...Object.values(words.status)]) expect(word).not.toBe("");
    const rules = new Intl.PluralRules(language);
    for (const forms of Object.values(words.counted)) {
      for (const count of [0, 1, 2, 3, 5, 11, 12, 21, 22, 25, 100, 101, 1.5]) {
        const form = forms[rules.select(count)] ?? forms.other;
        expect(typeof form === "string" ? form : form.alone).toMatch(/\p{L}/u);
      }
    }
  });

  test("hold what is put into them, once and in its order where the language has it so", () => {
    const handingIn = words.handingIn("64 %", "78 %");
    expect(handingIn.match(/64 %|78 %/g)).toEqual(["64 %", "78 %"]);
    expect(handingIn).toMatch(/[.。]$/);
    expect(words.due("12 November")).toContain("12 November");
    expect(words.of("17", "20").match(/\d+/g)).toEqual(["17", "20"]);
  });
});

test.each(others)("no word of %s was left in English", (language) => {
  const words = wordsIn(language);
  for (const key of Object.keys(ENGLISH) as (keyof typeof ENGLISH)[]) {
    const [english, other] = [ENGLISH[key], words[key]];
    if (typeof english === "string" && !SAME_WORDS.has(`${language} ${english}`)) expect(other, key).not.toBe(english);
  }
  for (const key of Object.keys(ENGLISH.status) as (keyof typeof ENGLISH.status)[])
    expect(words.status[key]).not.toBe(ENGLISH.status[key]);
  for (const key of Object.keys(ENGLISH.counted) as (keyof typeof ENGLISH.counted)[])
    if (!SAME_WORDS.has(`${language} ${ENGLISH.counted[key].other}`))
      expect(words.counted[key].other, key).not.toBe(ENGLISH.counted[key].other);
});

test("Arabic has a form for two, which says so without a number; Polish and Ukrainian have one for a few and one for many", () => {
  const missing = (language: string) => (count: number) => writingIn(language).counted(count, "missing");
  expect([1, 2, 3, 11, 100].map(missing("ar"))).toEqual([
    "عمل واحد لم يُسلَّم",
    "عملان لم يُسلَّما",
    "٣ أعمال لم تُسلَّم".replace("٣", writingIn("ar").number(3)),
    `${writingIn("ar").number(11)} عملًا لم يُسلَّم`,
    `${writingIn("ar").number(100)} عمل لم يُسلَّم`,
  ]);
  expect([1, 2, 5, 22].map(missing("uk"))).toEqual([
    "1 не здана робота",
    "2 не здані роботи",
    "5 не зданих робіт",
    "22 не здані роботи",
  ]);
  expect([0, 1, 2].map(missing("fr"))).toEqual(["0 travail non rendu", "1 travail non rendu", "2 travaux non rendus"]);
});

test("a tag goes by its language; what is not known is English; some languages run from right to left", () => {
  expect(["es-MX", "PL", "zh-Hant-TW", ""].map(baseLanguage)).toEqual(["es", "pl", "zh", ""]);
  expect(wordsIn("es-MX")).toBe(wordsIn("es"));
  expect(wordsIn("xx")).toBe(ENGLISH);
  expect(["ar", "ar-EG", "fa", "he", "ur"].every(isRightToLeft)).toBe(true);
  expect(PRODUCT_TAGS.filter(isRightToLeft)).toEqual(["ar"]);
});

test("a language is told apart by its script only where that is not its usual one", () => {
  const tags = [
    "zh",
    "zh-CN",
    "zh-Hans-SG",
    "zh-TW",
    "zh-HK",
    "zh-Hant",
    "pt-BR",
    "sr",
    "sr-Latn-RS",
    "en_GB",
    "zh-??",
  ];
  expect(tags.map(writtenLanguage)).toEqual([
    "zh",
    "zh",
    "zh",
    "zh-Hant",
    "zh-Hant",
    "zh-Hant",
    "pt",
    "sr",
    "sr-Latn",
    "en_gb",
    "zh",
  ]);
});

test("a reader gets the words in the own script, else in the same language, else none", () => {
  const spoken = ["en", "zh", "zh-TW"].map((language) => ({ language }));
  const reads = (tag: string, of = spoken) => wordsClosestTo(of, tag)?.language;
  expect([reads("zh-HK"), reads("zh-CN"), reads("en-AU"), reads("vi")]).toEqual(["zh-TW", "zh", "en", undefined]);
  expect(reads("zh-HK", [{ language: "zh" }])).toBe("zh");
});

test("the direction is that of the script, whatever the language", () => {
  const tags = ["ar", "ur-PK", "he", "ps", "ckb", "dv", "yi", "pa-Arab"];
  expect(tags.filter((tag) => !isRightToLeft(tag))).toEqual([]);
  expect(["en", "pa", "tr", "uz", "??", ""].filter(isRightToLeft)).toEqual([]);
});
