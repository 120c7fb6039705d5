import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
  subject: { daily: "O dia na turma", weekly: "A semana na turma" },
  greeting: ["Olá, ", ","],
  fresh: "Novo:",
  nothingFresh: "Não há notas novas.",
  missing: "Ainda falta:",
  nothingMissing: "Não falta nada.",
  coming: "Em breve:",
  nothingComing: "Não há nada para entregar nas próximas duas semanas.",
  inClass: "Na aula:",
  nothingInClass: "Nada foi anotado.",
};
