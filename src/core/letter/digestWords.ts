import type { LetterBody, LetterSubject } from "../model/letterBody";
import type { NoteWords } from "../model/template";
import { field, missingWork, paragraph, text } from "./letterParts";

/** What a digest says around its figures, in one language. */
interface DigestPhrases {
  readonly subject: { readonly daily: string; readonly weekly: string };
  readonly greeting: readonly [before: string, after: string];
  readonly fresh: string;
  readonly nothingFresh: string;
  readonly missing: string;
  readonly nothingMissing: string;
  readonly coming: string;
  readonly nothingComing: string;
  readonly inClass: string;
  readonly nothingInClass: string;
}

const PHRASES: Readonly<Record<string, DigestPhrases>> = {
  en: {
    subject: { daily: "The day in class", weekly: "The week in class" },
    greeting: ["Dear ", ","],
    fresh: "New:",
    nothingFresh: "No new scores.",
    missing: "Still missing:",
    nothingMissing: "Nothing is missing.",
    coming: "Coming up:",
    nothingComing: "Nothing falls due in the next two weeks.",
    inClass: "In class:",
    nothingInClass: "Nothing was noted.",
  },
  es: {
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
  },
  pl: {
    subject: { daily: "Dzień w klasie", weekly: "Tydzień w klasie" },
    greeting: ["Dzień dobry, ", ","],
    fresh: "Nowe:",
    nothingFresh: "Nie ma nowych ocen.",
    missing: "Nadal brakuje:",
    nothingMissing: "Niczego nie brakuje.",
    coming: "Wkrótce:",
    nothingComing: "W najbliższych dwóch tygodniach nie ma terminów.",
    inClass: "Na lekcjach:",
    nothingInClass: "Nic nie zapisano.",
  },
  vi: {
    subject: { daily: "Một ngày ở lớp", weekly: "Một tuần ở lớp" },
    greeting: ["Kính gửi ", ","],
    fresh: "Mới:",
    nothingFresh: "Chưa có điểm mới.",
    missing: "Còn thiếu:",
    nothingMissing: "Không thiếu bài nào.",
    coming: "Sắp tới:",
    nothingComing: "Không có bài nào đến hạn trong hai tuần tới.",
    inClass: "Trong lớp:",
    nothingInClass: "Không có ghi chú nào.",
  },
  ar: {
    subject: { daily: "يوم في الصف", weekly: "أسبوع في الصف" },
    greeting: ["السلام عليكم، ", "،"],
    fresh: "الجديد:",
    nothingFresh: "لا توجد درجات جديدة.",
    missing: "ما زال ناقصًا:",
    nothingMissing: "لا ينقص شيء.",
    coming: "القادم:",
    nothingComing: "لا شيء مستحق التسليم في الأسبوعين القادمين.",
    inClass: "في الصف:",
    nothingInClass: "لم يُسجَّل شيء.",
  },
  fr: {
    subject: { daily: "La journée en classe", weekly: "La semaine en classe" },
    greeting: ["Bonjour ", ","],
    fresh: "Nouveau :",
    nothingFresh: "Pas de nouvelles notes.",
    missing: "Il manque encore :",
    nothingMissing: "Il ne manque rien.",
    coming: "À venir :",
    nothingComing: "Rien n’est à rendre dans les deux prochaines semaines.",
    inClass: "En classe :",
    nothingInClass: "Rien n’a été noté.",
  },
  pt: {
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
  },
  uk: {
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
  },
  zh: {
    subject: { daily: "课堂一日", weekly: "课堂一周" },
    greeting: ["", "，您好："],
    fresh: "新的成绩：",
    nothingFresh: "没有新的成绩。",
    missing: "尚未交的作业：",
    nothingMissing: "没有缺交的作业。",
    coming: "即将到期：",
    nothingComing: "未来两周没有到期的作业。",
    inClass: "课堂内容：",
    nothingInClass: "没有记录。",
  },
};

/** A digest in the product's own words, in every language that it has them in. */
export function digestWords(often: "daily" | "weekly"): NoteWords {
  const { subject, body } = written(PHRASES.en as DigestPhrases, often);
  return {
    name: often === "daily" ? "Daily digest" : "Weekly digest",
    kind: "information",
    audience: { guardians: "all", students: false },
    match: "all",
    conditions: [],
    language: "en",
    subject,
    body,
    variants: Object.entries(PHRASES).flatMap(([language, phrases]) =>
      language === "en" ? [] : [{ language, ...written(phrases, often) }],
    ),
  };
}

const UPCOMING_DAYS = 14;

function written(phrases: DigestPhrases, often: "daily" | "weekly"): { subject: LetterSubject; body: LetterBody } {
  const days = often === "daily" ? 1 : 7;
  const [before, after] = phrases.greeting;
  return {
    subject: { type: "doc", content: [{ type: "paragraph", content: [text(phrases.subject[often])] }] },
    body: {
      type: "doc",
      content: [
        paragraph(...[before].filter(Boolean), field("recipient.name"), after),
        {
          type: "heading",
          attrs: { level: 2 },
          content: [field("student.firstName"), text(", "), field("class.name")],
        },
        paragraph(phrases.fresh),
        { type: "newScores", attrs: { days, whenNothing: phrases.nothingFresh } },
        paragraph(phrases.missing),
        missingWork(phrases.nothingMissing),
        paragraph(phrases.coming),
        { type: "upcomingWork", attrs: { days: UPCOMING_DAYS, whenNothing: phrases.nothingComing } },
        paragraph(phrases.inClass),
        { type: "classLog", attrs: { days, whenNothing: phrases.nothingInClass } },
        { type: "signature" },
      ],
    },
  };
}
