import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
  progress: "学习进展报告",
  progressAll: "学习进展报告（所有班级）",
  slip: "未交的作业",
  feedback: "反馈",
  notMarked: "尚未批改。",
  certificate: "证书",
  meeting: "面谈表",
  scores: "成绩",
  missing: "尚未交的作业",
  nothingMissing: "没有缺交的作业。",
  trend: "平均分的变化",
  lately: "近期课堂情况",
  checklists: "清单",
  agreed: "我们的约定",
  teacher: "教师",
  guardian: "家长或监护人",
  has: "已完成本课程",
  withAverage: "平均分为",
  page: (page, pages) => ["第", page, "页，共", pages, "页"],
};
