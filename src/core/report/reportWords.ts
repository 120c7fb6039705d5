import { baseLanguage } from "../letter/letterWords";

/** The words of the designs that come along, in one language. */
interface ReportWords {
  readonly progress: string;
  readonly progressAll: string;
  readonly slip: string;
  readonly feedback: string;
  readonly notMarked: string;
  readonly certificate: string;
  readonly meeting: string;
  readonly scores: string;
  readonly missing: string;
  readonly nothingMissing: string;
  readonly trend: string;
  readonly lately: string;
  readonly checklists: string;
  readonly agreed: string;
  readonly teacher: string;
  readonly guardian: string;
  readonly has: string;
  readonly withAverage: string;
  readonly page: (page: "page", pages: "pages") => readonly (string | "page" | "pages")[];
}

const WORDS: Readonly<Record<string, ReportWords>> = {
  en: {
    progress: "Progress report",
    progressAll: "Progress report, all classes",
    slip: "Missing work",
    feedback: "Feedback",
    notMarked: "It was not marked yet.",
    certificate: "Certificate",
    meeting: "Meeting sheet",
    scores: "Scores",
    missing: "Still missing",
    nothingMissing: "Nothing is missing.",
    trend: "How the average went",
    lately: "Lately in class",
    checklists: "Checklists",
    agreed: "What we agreed",
    teacher: "Teacher",
    guardian: "Parent or guardian",
    has: "has completed the course",
    withAverage: "with an average of",
    page: (page, pages) => ["page ", page, " of ", pages],
  },
  es: {
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
  },
  pl: {
    progress: "Raport o postępach",
    progressAll: "Raport o postępach ze wszystkich zajęć",
    slip: "Brakujące prace",
    feedback: "Informacja zwrotna",
    notMarked: "Jeszcze nie oceniono.",
    certificate: "Dyplom",
    meeting: "Karta na spotkanie",
    scores: "Wyniki",
    missing: "Wciąż brakuje",
    nothingMissing: "Niczego nie brakuje.",
    trend: "Jak zmieniała się średnia",
    lately: "Ostatnio na zajęciach",
    checklists: "Listy",
    agreed: "Nasze ustalenia",
    teacher: "Nauczyciel",
    guardian: "Rodzic lub opiekun",
    has: "ukończył(a) kurs",
    withAverage: "ze średnią",
    page: (page, pages) => ["strona ", page, " z ", pages],
  },
  vi: {
    progress: "Báo cáo tiến bộ",
    progressAll: "Báo cáo tiến bộ, tất cả các lớp",
    slip: "Bài còn thiếu",
    feedback: "Nhận xét",
    notMarked: "Bài chưa được chấm.",
    certificate: "Giấy chứng nhận",
    meeting: "Phiếu gặp phụ huynh",
    scores: "Điểm",
    missing: "Còn thiếu",
    nothingMissing: "Không thiếu bài nào.",
    trend: "Điểm trung bình theo thời gian",
    lately: "Gần đây trong lớp",
    checklists: "Danh sách",
    agreed: "Điều đã thống nhất",
    teacher: "Giáo viên",
    guardian: "Phụ huynh hoặc người giám hộ",
    has: "đã hoàn thành khóa học",
    withAverage: "với điểm trung bình",
    page: (page, pages) => ["trang ", page, " / ", pages],
  },
  ar: {
    progress: "تقرير التقدّم",
    progressAll: "تقرير التقدّم لجميع الصفوف",
    slip: "أعمال لم تُسلَّم",
    feedback: "ملاحظات",
    notMarked: "لم يُصحَّح بعد.",
    certificate: "شهادة",
    meeting: "ورقة الاجتماع",
    scores: "النتائج",
    missing: "ما لم يُسلَّم بعد",
    nothingMissing: "لا ينقص شيء.",
    trend: "مسار المعدل",
    lately: "آخر ما جرى في الصف",
    checklists: "قوائم",
    agreed: "ما اتفقنا عليه",
    teacher: "المعلّمة",
    guardian: "وليّ الأمر",
    has: "أتمّ المقرر",
    withAverage: "بمعدل",
    page: (page, pages) => ["صفحة ", page, " من ", pages],
  },
};

/** The words of the designs for a language; English where they have none. */
export function reportWordsIn(language: string): ReportWords {
  return WORDS[baseLanguage(language)] ?? (WORDS.en as ReportWords);
}
