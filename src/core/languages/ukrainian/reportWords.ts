import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
  progress: "Звіт про успішність",
  progressAll: "Звіт про успішність, усі класи",
  slip: "Не здані роботи",
  feedback: "Відгук",
  notMarked: "Ще не оцінено.",
  certificate: "Свідоцтво",
  meeting: "Аркуш для зустрічі",
  scores: "Оцінки",
  missing: "Ще не здано",
  nothingMissing: "Нічого не бракує.",
  trend: "Як змінювався середній бал",
  lately: "Останнім часом у класі",
  checklists: "Списки",
  agreed: "Про що ми домовилися",
  teacher: "Учитель(-ка)",
  guardian: "Батьки або опікуни",
  has: "завершує курс",
  withAverage: "із середнім балом",
  page: (page, pages) => ["сторінка ", page, " з ", pages],
};
