import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
  subject: { daily: "The day in class", weekly: "The week in class" },
  greeting: ["Dear ", ","],
  fresh: "New:",
  nothingFresh: "No new scores.",
  missing: "Still missing:",
  nothingMissing: "Nothing is missing.",
  coming: "Coming up:",
  nothingComing: "Nothing falls due in the next two weeks.",
  inClass: "In class:",
  nothingInClass: "Nothing was noted.",
};
