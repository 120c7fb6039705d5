import { describe, expect, test } from "vitest";
import { PRODUCT_TAGS } from "../language/productTags";
import { starterPhrasesIn } from "../languages/productLanguages";
import { isDraft } from "../letter/draftVariant";
import { wordsFor } from "../letter/noteLetters";
import type { Note } from "../model/note";
import { STARTERS, starterWords } from "./starterWords";
import { startNote } from "./startNote";
import { isOwnTranslation, translatedStarter } from "./translatedStarter";

const ENGLISH = starterPhrasesIn("en");
const others = PRODUCT_TAGS.filter((language) => language !== "en");
const written = STARTERS.filter((starter) => starter !== "empty");

/** Every phrase by its path. */
function phrasesOf(node: object | undefined, path = ""): [string, string][] {
  return Object.entries(node ?? {}).flatMap(([key, value]) =>
    typeof value === "string" ? [[`${path}${key}`, value]] : phrasesOf(value, `${path}${key}.`),
  );
}

const places = (words: string) => (words.match(/\{\w+\}/g) ?? []).sort();

describe.each(others)("the ready-made letters in %s", (language) => {
  const english = new Map(phrasesOf(ENGLISH));
  const phrases = phrasesOf(starterPhrasesIn(language));

  test("say every phrase, with the same values in it, and none in English", () => {
    expect(phrases.map(([path]) => path)).toEqual([...english.keys()]);
    for (const [path, words] of phrases) {
      expect(places(words), path).toEqual(places(english.get(path) ?? ""));
      expect(words, path).not.toBe(english.get(path));
      expect(words.trim(), path).toBe(words);
      expect(words, path).not.toMatch(/ {2}|\{ | \}/);
    }
  });

  test.each(written)("“%s” is found again as it was begun, and no more once a word was written on it", (starter) => {
    for (const [hasTerms, hasWork] of [
      [true, true],
      [true, false],
      [false, true],
      [false, false],
    ] as const) {
      const { subject, body } = starterWords(starter, "Salinity lab", { hasTerms, hasWork });
      const translated = translatedStarter({ subject, body }, language);
      if (!translated) throw new Error("It is written in that language.");
      expect(isOwnTranslation(translated, language)).toBe(true);
      expect(JSON.stringify(translated)).not.toContain(hasTerms ? "{" + "term}" : "term.name");
      // What an editor writes down beside the words is nothing that was written on.
      const edited = JSON.parse(
        JSON.stringify(body).replaceAll('"type":"paragraph"', '"type":"paragraph","attrs":{"textAlign":null}'),
      );
      expect(translatedStarter({ subject, body: edited }, language)).toEqual(translated);
      const [first, ...rest] = body.content;
      const other = { subject, body: { ...body, content: [first, ...rest, { type: "paragraph" as const }] } } as Pick<
        Note,
        "subject" | "body"
      >;
      expect(translatedStarter(other, language)).toBeUndefined();
    }
  });
});

test("a draft goes to nobody until it says something else or is confirmed", () => {
  const note = startNote("progress", { id: "n", now: 0, period: "spring" });
  const { subject, body } = note;
  const draft = { language: "so", subject, body };
  const mended = { ...draft, subject: { type: "doc" as const, content: [] } } as typeof draft;
  expect(isDraft(note, draft)).toBe(true);
  expect(wordsFor({ ...note, variants: [draft] }, "so").language).toBe("en");
  expect(wordsFor({ ...note, variants: [mended] }, "so-SO").language).toBe("so");
  expect(wordsFor({ ...note, variants: [{ ...draft, isConfirmed: true }] }, "so").language).toBe("so");
  // The English was changed to something else meanwhile: then it says what it said.
  const changed = { ...note, ...starterWords("welcome", ""), variants: [draft] };
  expect(wordsFor(changed, "so").language).toBe("so");
});
