import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
  subject: { daily: "La journée en classe", weekly: "La semaine en classe" },
  greeting: ["Bonjour ", ","],
  fresh: "Nouveau :",
  nothingFresh: "Pas de nouvelles notes.",
  missing: "Il manque encore :",
  nothingMissing: "Il ne manque rien.",
  coming: "À venir :",
  nothingComing: "Rien n’est à rendre dans les deux prochaines semaines.",
  inClass: "En classe :",
  nothingInClass: "Rien n’a été noté.",
};
