import type { ShownScore } from "../figures/shownScore";

/** What can be counted in a letter. */
export type Counted = "missing" | "late" | "excused" | "unmarked" | "point" | "percentage point" | "day overdue";

type Status = Exclude<ShownScore["status"], "">;
/** One word for each plural form that the language has. */
type Forms = Partial<Record<Intl.LDMLPluralRule, string>> & { readonly other: string };

/** The words that the product itself puts into a letter, in one language. */
export interface LetterWords {
  readonly category: string;
  readonly average: string;
  readonly overall: string;
  readonly noScoresYet: string;
  /** Beside the name of a child who has no such value while a brother or sister has. */
  readonly nothingYet: string;
  /** The quiet line at the end of a letter: the words of the link that stops the letters, and what to do where there is none. */
  readonly stopLetters: string;
  readonly stopByWritingBack: string;
  /** The heads of a table of missing work. */
  readonly assignment: string;
  readonly dueHead: string;
  readonly overdueHead: string;
  readonly pointsHead: string;
  /** The heads of a table of scores. */
  readonly scoreHead: string;
  readonly commentHead: string;
  /** Where an average stands among those of the class: half of them lie between two values. */
  readonly standing: (own: string, from: string, to: string, median: string) => string;
  readonly handingIn: (now: string, after: string) => string;
  readonly due: (day: string) => string;
  readonly of: (points: string, possible: string) => string;
  /** How the student sees it, and how others do, beside a level. */
  readonly ownView: string;
  readonly othersView: string;
  readonly yes: string;
  readonly no: string;
  readonly up: string;
  readonly down: string;
  readonly unchanged: string;
  readonly status: Readonly<Record<Status, string>>;
  readonly counted: Readonly<Record<Counted, Forms>>;
}

const same = (other: string): Forms => ({ other });
const two = (one: string, other: string): Forms => ({ one, other });
const slavic = (one: string, few: string, many: string): Forms => ({ one, few, many, other: many });

const ENGLISH: LetterWords = {
  category: "Category",
  average: "Average",
  overall: "Overall",
  noScoresYet: "no scores yet",
  nothingYet: "nothing yet",
  stopLetters: "No more letters like this",
  stopByWritingBack: "If you want no more letters like this, write back and say so.",
  assignment: "Assignment",
  dueHead: "Due",
  overdueHead: "Overdue",
  pointsHead: "Points",
  scoreHead: "Score",
  commentHead: "Comment",
  standing: (own, from, to, median) =>
    `${own}. In this class half of the averages lie between ${from} and ${to}; the one in the middle is ${median}.`,
  handingIn: (now, after) => `${now} now; about ${after} with what is missing handed in.`,
  due: (day) => `due ${day}`,
  of: (points, possible) => `${points} of ${possible}`,
  ownView: "own view",
  othersView: "others",
  yes: "yes",
  no: "no",
  up: "up",
  down: "down",
  unchanged: "unchanged",
  status: {
    missing: "missing",
    incomplete: "incomplete",
    late: "late",
    excused: "excused",
    pending: "pending",
    "handed in": "handed in",
  },
  counted: {
    missing: two("missing assignment", "missing assignments"),
    late: two("late assignment", "late assignments"),
    excused: two("excused assignment", "excused assignments"),
    unmarked: two("unmarked assignment", "unmarked assignments"),
    point: two("point", "points"),
    "percentage point": two("percentage point", "percentage points"),
    "day overdue": two("day overdue", "days overdue"),
  },
};

const SPANISH: LetterWords = {
  category: "Categoría",
  average: "Promedio",
  overall: "General",
  noScoresYet: "sin notas todavía",
  nothingYet: "todavía nada",
  stopLetters: "No recibir más cartas como esta",
  stopByWritingBack: "Si no desea recibir más cartas como esta, responda a este mensaje y díganoslo.",
  assignment: "Trabajo",
  dueHead: "Fecha",
  overdueHead: "Retraso",
  pointsHead: "Puntos",
  scoreHead: "Nota",
  commentHead: "Comentario",
  standing: (own, from, to, median) =>
    `${own}. En esta clase, la mitad de los promedios está entre ${from} y ${to}; el del medio es ${median}.`,
  handingIn: (now, after) => `Ahora ${now}; unos ${after} si se entrega lo que falta.`,
  due: (day) => `para el ${day}`,
  of: (points, possible) => `${points} de ${possible}`,
  ownView: "visión propia",
  othersView: "otros",
  yes: "sí",
  no: "no",
  up: "subió",
  down: "bajó",
  unchanged: "sin cambios",
  status: {
    missing: "no entregado",
    incomplete: "incompleto",
    late: "entregado tarde",
    excused: "justificado",
    pending: "por calificar",
    "handed in": "entregado",
  },
  counted: {
    missing: two("trabajo no entregado", "trabajos no entregados"),
    late: two("trabajo entregado tarde", "trabajos entregados tarde"),
    excused: two("trabajo justificado", "trabajos justificados"),
    unmarked: two("trabajo sin calificar", "trabajos sin calificar"),
    point: two("punto", "puntos"),
    "percentage point": two("punto porcentual", "puntos porcentuales"),
    "day overdue": two("día de retraso", "días de retraso"),
  },
};

const POLISH: LetterWords = {
  category: "Kategoria",
  average: "Średnia",
  overall: "Ogółem",
  noScoresYet: "brak ocen",
  nothingYet: "jeszcze nic",
  stopLetters: "Nie chcę więcej takich listów",
  stopByWritingBack: "Jeśli nie chcą Państwo otrzymywać takich listów, prosimy o odpowiedź na tę wiadomość.",
  assignment: "Praca",
  dueHead: "Termin",
  overdueHead: "Opóźnienie",
  pointsHead: "Punkty",
  scoreHead: "Wynik",
  commentHead: "Komentarz",
  standing: (own, from, to, median) =>
    `${own}. W tej klasie połowa średnich leży między ${from} a ${to}; środkowa to ${median}.`,
  handingIn: (now, after) => `Teraz ${now}; około ${after} po oddaniu brakujących prac.`,
  due: (day) => `termin ${day}`,
  of: (points, possible) => `${points} z ${possible}`,
  ownView: "własna ocena",
  othersView: "inni",
  yes: "tak",
  no: "nie",
  up: "wzrost o",
  down: "spadek o",
  unchanged: "bez zmian",
  status: {
    missing: "brak",
    incomplete: "niekompletne",
    late: "oddane po terminie",
    excused: "usprawiedliwione",
    pending: "jeszcze nieocenione",
    "handed in": "oddane",
  },
  counted: {
    missing: slavic("brakująca praca", "brakujące prace", "brakujących prac"),
    late: slavic("praca oddana po terminie", "prace oddane po terminie", "prac oddanych po terminie"),
    excused: slavic("praca usprawiedliwiona", "prace usprawiedliwione", "prac usprawiedliwionych"),
    unmarked: slavic("praca nieoceniona", "prace nieocenione", "prac nieocenionych"),
    point: { ...slavic("punkt", "punkty", "punktów"), other: "punktu" },
    "percentage point": {
      ...slavic("punkt procentowy", "punkty procentowe", "punktów procentowych"),
      other: "punktu procentowego",
    },
    "day overdue": slavic("dzień po terminie", "dni po terminie", "dni po terminie"),
  },
};

const VIETNAMESE: LetterWords = {
  category: "Loại",
  average: "Trung bình",
  overall: "Tổng kết",
  noScoresYet: "chưa có điểm",
  nothingYet: "chưa có gì",
  stopLetters: "Không nhận thêm những thư như thế này",
  stopByWritingBack: "Nếu không muốn nhận thêm những thư như thế này, xin trả lời thư và cho biết.",
  assignment: "Bài",
  dueHead: "Hạn",
  overdueHead: "Trễ",
  pointsHead: "Điểm",
  scoreHead: "Điểm đạt được",
  commentHead: "Nhận xét",
  standing: (own, from, to, median) =>
    `${own}. Trong lớp này, một nửa số điểm trung bình nằm giữa ${from} và ${to}; điểm ở giữa là ${median}.`,
  handingIn: (now, after) => `Hiện tại ${now}; khoảng ${after} nếu nộp các bài còn thiếu.`,
  due: (day) => `hạn ${day}`,
  of: (points, possible) => `${points} trên ${possible}`,
  ownView: "tự đánh giá",
  othersView: "người khác",
  yes: "có",
  no: "không",
  up: "tăng",
  down: "giảm",
  unchanged: "không đổi",
  status: {
    missing: "còn thiếu",
    incomplete: "chưa đủ",
    late: "nộp trễ",
    excused: "được miễn",
    pending: "chưa chấm",
    "handed in": "đã nộp",
  },
  counted: {
    missing: same("bài còn thiếu"),
    late: same("bài nộp trễ"),
    excused: same("bài được miễn"),
    unmarked: same("bài chưa chấm"),
    point: same("điểm"),
    "percentage point": same("điểm phần trăm"),
    "day overdue": same("ngày trễ"),
  },
};

const ARABIC: LetterWords = {
  category: "الفئة",
  average: "المعدل",
  overall: "المجموع",
  noScoresYet: "لا درجات بعد",
  nothingYet: "لا شيء بعد",
  stopLetters: "لا أريد مزيدًا من هذه الرسائل",
  stopByWritingBack: "إذا كنتم لا ترغبون في تلقي مزيد من هذه الرسائل، فأجيبوا على هذه الرسالة وأخبرونا بذلك.",
  assignment: "العمل",
  dueHead: "الموعد",
  overdueHead: "التأخير",
  pointsHead: "النقاط",
  scoreHead: "النتيجة",
  commentHead: "تعليق",
  standing: (own, from, to, median) =>
    `${own}. في هذا الصف يقع نصف المعدلات بين ${from} و${to}؛ والمعدل الأوسط هو ${median}.`,
  handingIn: (now, after) => `الآن ${now}؛ نحو ${after} عند تسليم ما ينقص.`,
  due: (day) => `موعده ${day}`,
  of: (points, possible) => `${points} من ${possible}`,
  ownView: "الرأي الذاتي",
  othersView: "الآخرون",
  yes: "نعم",
  no: "لا",
  up: "ارتفع",
  down: "انخفض",
  unchanged: "دون تغيير",
  status: {
    missing: "لم يُسلَّم",
    incomplete: "غير مكتمل",
    late: "سُلِّم متأخرًا",
    excused: "معذور",
    pending: "لم يُصحَّح بعد",
    "handed in": "سُلِّم",
  },
  counted: {
    missing: { one: "عمل لم يُسلَّم", few: "أعمال لم تُسلَّم", other: "عملًا لم يُسلَّم" },
    late: { one: "عمل متأخر", few: "أعمال متأخرة", other: "عملًا متأخرًا" },
    excused: { one: "عمل معذور", few: "أعمال معذورة", other: "عملًا معذورًا" },
    unmarked: { one: "عمل لم يُصحَّح", few: "أعمال لم تُصحَّح", other: "عملًا لم يُصحَّح" },
    point: { one: "نقطة", few: "نقاط", other: "نقطة" },
    "percentage point": { one: "نقطة مئوية", few: "نقاط مئوية", other: "نقطة مئوية" },
    "day overdue": { one: "يوم تأخير", few: "أيام تأخير", other: "يوم تأخير" },
  },
};

const BY_LANGUAGE: Readonly<Record<string, LetterWords>> = {
  en: ENGLISH,
  es: SPANISH,
  pl: POLISH,
  vi: VIETNAMESE,
  ar: ARABIC,
};

/** The languages that the product's own words are written in, by their tags. */
export const LETTER_LANGUAGES: readonly string[] = Object.keys(BY_LANGUAGE);

/** The part of a tag (BCP 47) that names the language: "es" of "es-MX". */
export function baseLanguage(tag: string): string {
  // Asked for every value of every letter, with a handful of tags.
  const known = baseLanguages.get(tag);
  if (known !== undefined) return known;
  const base = tag.toLowerCase().split("-")[0] ?? tag;
  baseLanguages.set(tag, base);
  return base;
}
const baseLanguages = new Map<string, string>();

/** The product's own words for a language; English where it has none. */
export function wordsIn(language: string): LetterWords {
  return BY_LANGUAGE[baseLanguage(language)] ?? ENGLISH;
}

/** Whether a language is written from right to left. */
export function isRightToLeft(language: string): boolean {
  return ["ar", "fa", "he", "ur", "ps", "dv", "yi"].includes(baseLanguage(language));
}
