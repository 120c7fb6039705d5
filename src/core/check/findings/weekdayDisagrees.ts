import { datesIn, weekdayOf } from "../reading/datesIn";
import type { FindingKind } from "./findingKind";
import { wordsLines } from "./wordsLines";

/** A weekday beside a date that is another one. */
export const weekdayDisagrees: FindingKind = {
  severity: "caution",
  words: ({ quotes: [words, real] }) => ({
    title: `“${words}”: that date is a ${real}`,
    mend: "One of the two is wrong. Correct the weekday or the date.",
  }),
  inWords: (scene) =>
    wordsLines(scene).flatMap(({ line, place }) =>
      datesIn(line, scene.language, scene.leavesOn)
        .filter(({ day, weekday }) => weekday !== undefined && weekday !== weekdayOf(day))
        .map(({ text, day }) => ({
          path: { place, word: text },
          quotes: [text, ENGLISH.format(Date.parse(day))],
        })),
    ),
};

const ENGLISH = new Intl.DateTimeFormat("en", { weekday: "long", timeZone: "UTC" });
