import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
  subject: { daily: "El día en clase", weekly: "La semana en clase" },
  greeting: ["Hola, ", ":"],
  fresh: "Nuevo:",
  nothingFresh: "No hay notas nuevas.",
  missing: "Falta todavía:",
  nothingMissing: "No falta nada.",
  coming: "Próximamente:",
  nothingComing: "No hay nada que entregar en las próximas dos semanas.",
  inClass: "En clase:",
  nothingInClass: "No se anotó nada.",
};
