import type { FindingKind } from "./findingKind";
import { heaviness } from "./letterBytes";
import { lettersOf } from "./wording";

export const heavyLetter: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `A letter is ${details.numbers.size} kB, ${lettersOf(details)} in all`,
    mend: "Over 100 kB a mail program may cut it off. Shorten it.",
  }),
  inLetter: ({ rendered }) => {
    const heavy = heaviness(rendered);
    return heavy && !heavy.isTooLarge ? [{ numbers: { size: heavy.size } }] : [];
  },
};
