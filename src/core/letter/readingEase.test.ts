import { describe, expect, test } from "vitest";
import { readingEase } from "./readingEase";

describe("how easily a letter reads", () => {
  test("short words in short sentences are easy, long ones in one long sentence are very hard", () => {
    const easy = readingEase(
      "The cat sat on the mat. It was a good day. We went to the sea. The sun was out. We all had fun.",
      "en",
    );
    expect(easy).toMatchObject({ words: 24, level: "easy" });
    // 24 words of one syllable in five sentences: 206.835 - 1.015 * 4.8 - 84.6.
    expect(easy.ease).toBe(117);
    const hard = readingEase(
      "Notwithstanding considerable organisational difficulties, interdisciplinary investigations regarding sedimentary characteristics necessitate comprehensive documentation, particularly concerning methodological limitations, statistical uncertainties, environmental considerations, administrative responsibilities",
      "en",
    );
    expect(hard.level).toBe("very hard");
  });

  test("lines of a list are sentences of their own, and too few words say nothing", () => {
    expect(readingEase("Dear Ewa,\nwell done.", "en")).toEqual({ words: 4, ease: undefined, level: "" });
    const prose = "one two three four five six seven eight nine ten ";
    const listed = readingEase(prose.repeat(2).replaceAll(" ", "\n"), "en");
    expect(readingEase(prose.repeat(3), "pl")).toMatchObject({ words: 30, ease: undefined });
    expect(listed.ease).toBeGreaterThan(readingEase(prose.repeat(2), "en").ease ?? Number.NaN);
  });
});
