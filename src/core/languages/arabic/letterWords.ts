import { alone } from "../../language/forms";
import type { LetterWords } from "../../language/letterWords";

export const letterWords: LetterWords = {
  category: "الفئة",
  average: "المعدل",
  overall: "المجموع",
  noScoresYet: "لا درجات بعد",
  nothingYet: "لا شيء بعد",
  nothingMarkedYet: "لم يُصحَّح أي عمل بعد.",
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
    missing: {
      ...{ one: alone("عمل واحد لم يُسلَّم"), two: alone("عملان لم يُسلَّما") },
      ...{ few: "أعمال لم تُسلَّم", many: "عملًا لم يُسلَّم", other: "عمل لم يُسلَّم" },
    },
    late: {
      ...{ one: alone("عمل متأخر واحد"), two: alone("عملان متأخران") },
      ...{ few: "أعمال متأخرة", many: "عملًا متأخرًا", other: "عمل متأخر" },
    },
    excused: {
      ...{ one: alone("عمل معذور واحد"), two: alone("عملان معذوران") },
      ...{ few: "أعمال معذورة", many: "عملًا معذورًا", other: "عمل معذور" },
    },
    unmarked: {
      ...{ one: alone("عمل واحد لم يُصحَّح"), two: alone("عملان لم يُصحَّحا") },
      ...{ few: "أعمال لم تُصحَّح", many: "عملًا لم يُصحَّح", other: "عمل لم يُصحَّح" },
    },
    point: {
      ...{ one: alone("نقطة واحدة"), two: alone("نقطتان") },
      ...{ few: "نقاط", many: "نقطة", other: "نقطة" },
    },
    "percentage point": {
      ...{ one: alone("نقطة مئوية واحدة"), two: alone("نقطتان مئويتان") },
      ...{ few: "نقاط مئوية", many: "نقطة مئوية", other: "نقطة مئوية" },
    },
    "day overdue": {
      ...{ one: alone("يوم تأخير واحد"), two: alone("يوما تأخير") },
      ...{ few: "أيام تأخير", many: "يوم تأخير", other: "يوم تأخير" },
    },
  },
};
