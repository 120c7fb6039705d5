import { slavic } from "../../language/forms";
import type { LetterWords } from "../../language/letterWords";

export const letterWords: LetterWords = {
  category: "Категорія",
  average: "Середній бал",
  overall: "Загалом",
  noScoresYet: "оцінок ще немає",
  nothingYet: "ще нічого",
  nothingMarkedYet: "Ще нічого не оцінено.",
  stopLetters: "Не отримувати більше таких листів",
  stopByWritingBack: "Якщо ви не хочете більше отримувати таких листів, напишіть про це у відповідь.",
  assignment: "Робота",
  dueHead: "Термін",
  overdueHead: "Запізнення",
  pointsHead: "Бали",
  scoreHead: "Оцінка",
  commentHead: "Коментар",
  standing: (own, from, to, median) =>
    `${own}. У цьому класі половина середніх балів лежить між ${from} і ${to}; посередині ${median}.`,
  handingIn: (now, after) => `Зараз ${now}; близько ${after}, якщо здати те, чого бракує.`,
  due: (day) => `термін ${day}`,
  of: (points, possible) => `${points} з ${possible}`,
  ownView: "власна думка",
  othersView: "інші",
  yes: "так",
  no: "ні",
  up: "вище на",
  down: "нижче на",
  unchanged: "без змін",
  status: {
    missing: "не здано",
    incomplete: "неповна робота",
    late: "здано із запізненням",
    excused: "звільнено",
    pending: "ще не оцінено",
    "handed in": "здано",
  },
  counted: {
    missing: { ...slavic("не здана робота", "не здані роботи", "не зданих робіт"), other: "не зданої роботи" },
    late: {
      ...slavic("робота із запізненням", "роботи із запізненням", "робіт із запізненням"),
      other: "роботи із запізненням",
    },
    excused: {
      ...slavic("робота, від якої звільнено", "роботи, від яких звільнено", "робіт, від яких звільнено"),
      other: "роботи, від якої звільнено",
    },
    unmarked: { ...slavic("не оцінена робота", "не оцінені роботи", "не оцінених робіт"), other: "не оціненої роботи" },
    point: { ...slavic("бал", "бали", "балів"), other: "бала" },
    "percentage point": {
      ...slavic("відсотковий пункт", "відсоткові пункти", "відсоткових пунктів"),
      other: "відсоткового пункту",
    },
    "day overdue": { ...slavic("день запізнення", "дні запізнення", "днів запізнення"), other: "дня запізнення" },
  },
};
