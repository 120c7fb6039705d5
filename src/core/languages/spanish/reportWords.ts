import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
  progress: "Informe de progreso",
  progressAll: "Informe de progreso, todas las clases",
  slip: "Trabajo pendiente",
  feedback: "Comentarios",
  notMarked: "Aún no se ha corregido.",
  certificate: "Certificado",
  meeting: "Hoja para la reunión",
  scores: "Notas",
  missing: "Falta por entregar",
  nothingMissing: "No falta nada.",
  trend: "Cómo ha ido el promedio",
  lately: "Últimamente en clase",
  checklists: "Listas",
  agreed: "Lo que acordamos",
  teacher: "Docente",
  guardian: "Madre, padre o tutor",
  has: "ha completado el curso",
  withAverage: "con un promedio de",
  page: (page, pages) => ["página ", page, " de ", pages],
};
