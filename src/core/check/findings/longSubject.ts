import { MAX_HEADER_CHARACTERS } from "../../delivery/postRequests";
import { counted } from "../../words";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";

const LONGEST = 60;

export const longSubject: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `The subject has ${counted(details.numbers.characters ?? 0, "character")} in ${lettersOf(details)}`,
    mend: "A phone shows about 60.",
  }),
  inLetter: ({ rendered: { subject } }) =>
    subject.length > LONGEST && subject.length <= MAX_HEADER_CHARACTERS
      ? [{ numbers: { characters: subject.length } }]
      : [],
};
