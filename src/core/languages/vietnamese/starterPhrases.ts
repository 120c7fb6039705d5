import type { StarterPhrases } from "../../language/starterPhrases";

export const starterPhrases: StarterPhrases = {
  greeting: "Kính gửi {recipient},",
  closing: "Nếu có câu hỏi, xin quý vị trả lời thư này.",
  notKnown: "chưa rõ",
  nothingMissing: "Không thiếu bài nào.",
  theTerm: "Học kỳ",
  progress: {
    subject: "{student}, lớp {class}",
    stands: "Đây là tình hình của {student} trong lớp {class} ({term}). Điểm trung bình chung là {overall}.",
    missing: "Những bài còn thiếu:",
  },
  missingWork: {
    subject: "{student}: {missing}, lớp {class}",
    lead: "Tôi chưa nhận được bài sau đây của {student} trong lớp {class}:",
    canStill: "Bài vẫn có thể nộp.",
  },
  below: {
    subject: "Tình hình của {student} trong lớp {class}",
    early:
      "Tôi muốn quý vị biết sớm rằng {student} có điểm trung bình {overall} trong lớp {class}. Vẫn còn thời gian để thay đổi.",
    helps: "Nộp bài sau đây sẽ giúp nhiều nhất:",
    nothingMissing: "Không thiếu bài nào; luyện tập cho các bài kiểm tra sẽ giúp nhiều nhất.",
  },
  belowOnOne: {
    subject: "{assignment}: kết quả của {student}",
    didNotGoWell: "Bài “{assignment}” của {student} chưa tốt: {score}.",
    notHandedIn: "bài chưa được nộp",
    canStill: "Bài vẫn có thể nộp, và mỗi điểm đều được tính.",
    glad: "Tôi sẵn lòng cùng xem lại; nửa giờ yên tĩnh thường giúp được nhiều.",
  },
  wellDone: {
    subject: "Tin vui về {student}",
    good: "Tôi viết thư chỉ để báo tin vui: {student} có điểm trung bình {overall} trong lớp {class}, và đã nộp đủ bài.",
    steady: "Đó là sự chăm chỉ đều đặn, tuần này qua tuần khác. Xin nói với {student} rằng tôi đã thấy điều đó.",
  },
  improved: {
    subject: "{student} đang tiến bộ trong lớp {class}",
    rose: "Trong bốn tuần qua, điểm trung bình của {student} trong lớp {class} đã thay đổi: {change}. Hiện nay là {overall}.",
    praise: "Điều đó không tự nhiên mà có. Rất đáng khen.",
  },
  feedback: {
    subject: "{assignment}: nhận xét cho {student}",
    back: "{student} đã được trả bài “{assignment}”.",
    more: "Trên bài làm có ghi thêm.",
  },
  welcome: {
    subject: "Chào mừng đến với lớp {class}",
    glad: "Tôi rất vui khi có {student} trong lớp {class}. Cứ vài tuần tôi sẽ viết thư cho biết tình hình, tin vui trước.",
    card: "Xin điền vào thẻ liên lạc mà {student} mang về nhà, để thư của tôi đến đúng nơi và bằng ngôn ngữ của quý vị.",
  },
  meeting: {
    subject: "Chúng ta có thể nói chuyện về {student} không?",
    talk: "Tôi muốn nói chuyện với quý vị về tình hình của {student} trong lớp {class}, và điều gì sẽ giúp ích.",
    when: "Xin trả lời cho biết hai buổi chiều thuận tiện, và quý vị muốn đến gặp hay nói chuyện qua điện thoại.",
  },
  endOfTerm: {
    subject: "{term}: {student}, lớp {class}",
    over: "{term} đã kết thúc. Điểm trung bình của {student} trong lớp {class} là {overall}, xếp loại: {grade}.",
    noGrade: "không có",
    missing: "Những bài này chưa được nộp:",
    allIn: "Tất cả các bài đã được nộp. Cảm ơn quý vị đã góp phần.",
  },
  week: {
    subject: "Một tuần ở lớp {class}",
    did: "Đây là những gì lớp {class} đã làm trong tuần này:",
    quiet: "Đó là một tuần yên ả.",
    coming: "Sắp tới:",
    nothingComing: "Không có bài nào đến hạn trong hai tuần tới.",
    missing: "{student} còn thiếu:",
  },
};
