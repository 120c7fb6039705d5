import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
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
};
