import { describe, expect, test } from "vitest";
import { isRightToLeft } from "../../language/languageTag";
import { PRODUCT_TAGS } from "../../language/productTags";
import { wordsIn } from "../../languages/productLanguages";
import { writingIn } from "./writingIn";

describe("the language of a letter", () => {
  test.each([
    ["en", "86.5\u00a0%", "12 November 2026", "Ana, Bo and Cy", ["1 missing assignment", "3 missing assignments"]],
    [
      "es-MX",
      "86,5\u00a0%",
      "12 de noviembre de 2026",
      "Ana, Bo y Cy",
      ["1 trabajo no entregado", "3 trabajos no entregados"],
    ],
    ["pl", "86,5\u00a0%", "12 listopada 2026", "Ana, Bo i Cy", ["1 brakująca praca", "3 brakujące prace"]],
    ["vi", "86,5\u00a0%", "12 tháng 11, 2026", "Ana, Bo và Cy", ["1 bài còn thiếu", "3 bài còn thiếu"]],
  ])("%s writes numbers, days, lists and counts its own way", (language, percent, day, list, counts) => {
    const writing = writingIn(language);
    expect(writing.percent(86.5, 1)).toBe(percent);
    expect(writing.day("2026-11-12", "long").replace("Ngày ", "")).toBe(day);
    expect(writing.list(["Ana", "Bo", "Cy"])).toBe(list);
    expect([1, 3].map((count) => writing.counted(count, "missing"))).toEqual(counts);
  });

  test("Polish and Arabic take the plural form that the number asks for", () => {
    expect([1, 2, 5, 22].map((count) => writingIn("pl").counted(count, "point"))).toEqual([
      "1 punkt",
      "2 punkty",
      "5 punktów",
      "22 punkty",
    ]);
    expect(writingIn("ar").counted(3, "missing")).toContain("أعمال");
    expect(writingIn("ar").counted(11, "missing")).toContain("عملًا");
  });

  test("every language has every word, and one without words of its own has the English ones", () => {
    for (const language of PRODUCT_TAGS) {
      const words = wordsIn(language);
      expect(Object.keys(words)).toEqual(Object.keys(wordsIn("en")));
      expect(Object.keys(words.status)).toEqual(Object.keys(wordsIn("en").status));
      expect(Object.keys(words.counted)).toEqual(Object.keys(wordsIn("en").counted));
      if (language !== "en") expect(words.category).not.toBe(wordsIn("en").category);
    }
    expect(wordsIn("so")).toBe(wordsIn("en"));
    expect([isRightToLeft("ar-SA"), isRightToLeft("pl")]).toEqual([true, false]);
  });
});
