import { listed } from "../../words";
import type { FindingKind } from "./findingKind";

export const noPhoto: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `A report with a photo, and none is kept of ${listed(quotes)}`,
    mend: "The place stays empty. Photos are brought in under Families.",
  }),
  quotes: "names",
  inLetter: ({ reports, planned: { matches } }) =>
    reports
      .flatMap(({ withoutPhoto }) => withoutPhoto)
      .map((studentId) => ({ about: matches.filter((match) => match.studentId === studentId) })),
};
