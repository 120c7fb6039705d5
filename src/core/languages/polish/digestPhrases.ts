import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
  subject: { daily: "Dzień w klasie", weekly: "Tydzień w klasie" },
  greeting: ["Dzień dobry, ", ","],
  fresh: "Nowe:",
  nothingFresh: "Nie ma nowych ocen.",
  missing: "Nadal brakuje:",
  nothingMissing: "Niczego nie brakuje.",
  coming: "Wkrótce:",
  nothingComing: "W najbliższych dwóch tygodniach nie ma terminów.",
  inClass: "Na lekcjach:",
  nothingInClass: "Nic nie zapisano.",
};
