import { two } from "../../language/forms";
import type { LetterWords } from "../../language/letterWords";

export const letterWords: LetterWords = {
  category: "Catégorie",
  average: "Moyenne",
  overall: "Ensemble",
  noScoresYet: "pas encore de notes",
  nothingYet: "rien encore",
  nothingMarkedYet: "Rien n’a encore été noté.",
  stopLetters: "Ne plus recevoir de lettres comme celle-ci",
  stopByWritingBack:
    "Si vous ne souhaitez plus recevoir de lettres comme celle-ci, répondez à ce message pour nous le dire.",
  assignment: "Travail",
  dueHead: "À rendre le",
  overdueHead: "Retard",
  pointsHead: "Points",
  scoreHead: "Note",
  commentHead: "Commentaire",
  standing: (own, from, to, median) =>
    `${own}. Dans cette classe, la moitié des moyennes se situe entre ${from} et ${to} ; celle du milieu est ${median}.`,
  handingIn: (now, after) => `${now} aujourd’hui ; environ ${after} une fois remis ce qui manque.`,
  due: (day) => `à rendre le ${day}`,
  of: (points, possible) => `${points} sur ${possible}`,
  ownView: "avis de l’élève",
  othersView: "autres",
  yes: "oui",
  no: "non",
  up: "en hausse de",
  down: "en baisse de",
  unchanged: "inchangée",
  status: {
    missing: "non rendu",
    incomplete: "incomplet",
    late: "rendu en retard",
    excused: "dispensé",
    pending: "pas encore corrigé",
    "handed in": "rendu",
  },
  counted: {
    missing: two("travail non rendu", "travaux non rendus"),
    late: two("travail rendu en retard", "travaux rendus en retard"),
    excused: two("travail dispensé", "travaux dispensés"),
    unmarked: two("travail non corrigé", "travaux non corrigés"),
    point: two("point", "points"),
    "percentage point": two("point de pourcentage", "points de pourcentage"),
    "day overdue": two("jour de retard", "jours de retard"),
  },
};
