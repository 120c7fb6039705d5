import type { DigestPhrases } from "../../language/digestPhrases";

export const digestPhrases: DigestPhrases = {
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
};
