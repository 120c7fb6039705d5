import { languageName } from "../../selection/conditions/languageName";
import { listed } from "../../words";
import { lettersInAnotherLanguage } from "../reading/lettersInAnotherLanguage";
import type { FindingKind } from "./findingKind";
import { lettersDo } from "./wording";

/** Once a note speaks several languages, those that it does not speak need a word. */
export const languageMissing: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `${lettersDo(details, "goes", "go")} to guardians who read ${listed(details.quotes)}`,
    mend: "They get the note’s own words. Add a variant in their language, or send it all the same.",
  }),
  inNote: ({ index, note, plan }) => {
    if (note.variants.length === 0) return [];
    const missing = lettersInAnotherLanguage(index, note, plan);
    const keys = [...missing.values()].flat();
    if (keys.length === 0) return [];
    const quotes = [...missing.keys()].map(languageName);
    return [{ path: { letterKey: keys[0] }, numbers: { letters: keys.length }, quotes }];
  },
};
