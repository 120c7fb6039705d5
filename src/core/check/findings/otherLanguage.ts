import { baseLanguage } from "../../language/languageTag";
import { languageName } from "../../selection/conditions/languageName";
import { otherLanguageOf } from "../reading/languageOfText";
import type { FindingKind } from "./findingKind";
import { FIELD_SIGN, wordsLines } from "./wordsLines";

/** A text that is mostly in another language than it is said to be. */
export const otherLanguage: FindingKind = {
  severity: "caution",
  words: ({ quotes: [, said, seems] }) => ({
    title: `The ${said} letter seems to be in ${seems}`,
    mend: `It goes to families who read ${said}. Put the ${said} words here, or say which language it is in.`,
  }),
  inWords: (scene) => {
    const lines = wordsLines(scene).filter(({ place }) => place === "body");
    const said = baseLanguage(scene.language);
    // A paragraph alone may be in another language, and a whole letter with a greeting may be as well.
    const texts = [lines.map(({ line }) => line).join("\n"), ...lines.map(({ line }) => line)];
    for (const text of texts) {
      const seems = otherLanguageOf(text.replaceAll(FIELD_SIGN, " "), said);
      if (seems) return [{ path: { place: "body" }, quotes: [text.trim(), languageName(said), languageName(seems)] }];
    }
    return [];
  },
};
