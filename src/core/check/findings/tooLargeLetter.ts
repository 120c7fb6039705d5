import type { FindingKind } from "./findingKind";
import { heaviness } from "./letterBytes";
import { lettersOf } from "./wording";

export const tooLargeLetter: FindingKind = {
  severity: "stop",
  words: (details) => ({
    title: `A letter of ${details.numbers.size} kB is too large to be sent, ${lettersOf(details)} in all`,
    mend: "It can have 500 kB. Take a picture out, or shorten it.",
  }),
  inLetter: ({ rendered }) => {
    const heavy = heaviness(rendered);
    return heavy?.isTooLarge ? [{ numbers: { size: heavy.size } }] : [];
  },
};
