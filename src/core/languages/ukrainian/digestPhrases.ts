import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
  subject: { daily: "День у класі", weekly: "Тиждень у класі" },
  greeting: ["Добрий день, ", "!"],
  fresh: "Нове:",
  nothingFresh: "Нових оцінок немає.",
  missing: "Ще бракує:",
  nothingMissing: "Нічого не бракує.",
  coming: "Незабаром:",
  nothingComing: "У найближчі два тижні здавати нічого не треба.",
  inClass: "На уроках:",
  nothingInClass: "Нічого не записано.",
};
