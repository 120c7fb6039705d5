import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
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
};
