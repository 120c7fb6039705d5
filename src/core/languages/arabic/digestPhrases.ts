import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
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
};
