import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
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
};
