import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
  progress: "Bulletin de progrès",
  progressAll: "Bulletin de progrès, toutes les classes",
  slip: "Travaux non rendus",
  feedback: "Commentaires",
  notMarked: "Ce n’est pas encore corrigé.",
  certificate: "Certificat",
  meeting: "Feuille d’entretien",
  scores: "Notes",
  missing: "Reste à rendre",
  nothingMissing: "Il ne manque rien.",
  trend: "Évolution de la moyenne",
  lately: "Récemment en classe",
  checklists: "Listes",
  agreed: "Ce dont nous avons convenu",
  teacher: "Enseignant(e)",
  guardian: "Parent ou responsable",
  has: "a terminé le cours",
  withAverage: "avec une moyenne de",
  page: (page, pages) => ["page ", page, " sur ", pages],
};
