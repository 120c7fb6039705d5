import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
  progress: "Relatório de progresso",
  progressAll: "Relatório de progresso, todas as turmas",
  slip: "Trabalhos em falta",
  feedback: "Comentários",
  notMarked: "Ainda não foi corrigido.",
  certificate: "Certificado",
  meeting: "Folha da reunião",
  scores: "Notas",
  missing: "Ainda por entregar",
  nothingMissing: "Não falta nada.",
  trend: "Evolução da média",
  lately: "Ultimamente na turma",
  checklists: "Listas",
  agreed: "O que combinámos",
  teacher: "Docente",
  guardian: "Mãe, pai ou responsável",
  has: "concluiu o curso",
  withAverage: "com uma média de",
  page: (page, pages) => ["página ", page, " de ", pages],
};
