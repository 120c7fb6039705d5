import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

const HEADINGS = /<h([23])\b[^>]*>(.*?)<\/h\1>/gsu;
const TAGS = /<[^>]*>/gu;
/** What is seen without being words. */
const SEEN = /<(?:img|table|hr)\b/u;

/** A heading that nothing comes under in a letter, since what should stand there is blank for its student. */
export const hangingHeading: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `Nothing stands under “${details.quotes[0]}” in ${lettersOf(details)}`,
    mend: "There is nothing to show under it for these students. Move the heading into the conditional text, or write what to show instead.",
  }),
  inLetter: ({ rendered, words: { body } }) => {
    // Two lines of heading that were written one under the other are meant.
    const isDouble = body.content.some(
      ({ type }, place) => type === "heading" && body.content[place + 1]?.type === "heading",
    );
    if (isDouble || !body.content.some(({ type }) => type === "heading")) return [];
    const found = [...rendered.html.matchAll(HEADINGS)];
    const hanging = found.find((heading, place) => {
      const next = found[place + 1];
      if (!next || Number(next[1]) > Number(heading[1])) return false;
      const between = rendered.html.slice(heading.index + heading[0].length, next.index);
      return !SEEN.test(between) && !/[\p{L}\p{N}]/u.test(between.replace(TAGS, " "));
    });
    return hanging ? [{ quote: (hanging[2] ?? "").replace(TAGS, "").trim() }] : [];
  },
};
