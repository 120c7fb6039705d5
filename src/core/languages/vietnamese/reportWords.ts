import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
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
};
