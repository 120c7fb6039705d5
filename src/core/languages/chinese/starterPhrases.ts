import type { StarterPhrases } from "../../language/starterPhrases";

/** In simplified characters. */
export const starterPhrases: StarterPhrases = {
  greeting: "{recipient}，您好：",
  closing: "如有疑问，请回复此信。",
  notKnown: "尚未得出",
  nothingMissing: "没有缺交的作业。",
  theTerm: "本学期",
  progress: {
    subject: "{student}，{class}",
    stands: "以下是{student}在{class}的学习情况（{term}）。总平均分：{overall}。",
    missing: "尚未交的作业：",
  },
  missingWork: {
    subject: "{student}：{missing}（{class}）",
    lead: "我还没有收到{student}在{class}的以下作业：",
    canStill: "仍可补交。",
  },
  below: {
    subject: "{student}在{class}的学习情况",
    early: "我想及早告诉您：{student}在{class}的平均分是{overall}。现在还来得及改变。",
    helps: "补交以下作业最有帮助：",
    nothingMissing: "没有缺交的作业；多为小测验做练习最有帮助。",
  },
  belowOnOne: {
    subject: "{assignment}：{student}的成绩",
    didNotGoWell: "{student}的“{assignment}”不太理想：{score}。",
    notHandedIn: "没有交",
    canStill: "现在仍可补交，每一分都算数。",
    glad: "我很乐意一起复习；安静的半小时往往很有用。",
  },
  wellDone: {
    subject: "{student}的好消息",
    good: "这封信只有好消息：{student}在{class}的平均分是{overall}，而且作业全部交齐。",
    steady: "这是一周又一周踏实的努力。请告诉{student}，我都看在眼里。",
  },
  improved: {
    subject: "{student}在{class}有进步",
    rose: "最近四周，{student}在{class}的平均分变化是：{change}。现在是{overall}。",
    praise: "这不是凭空得来的，做得很好。",
  },
  feedback: {
    subject: "{assignment}：给{student}的反馈",
    back: "{student}的“{assignment}”已经发还。",
    more: "作业上还有更多说明。",
  },
  welcome: {
    subject: "欢迎来到{class}",
    glad: "很高兴{student}加入{class}。我每隔几周会写信告诉您学习情况，先说好消息。",
    card: "请填写{student}带回家的联系卡，这样我的信才能以您的语言送到正确的地方。",
  },
  meeting: {
    subject: "我们可以谈谈{student}吗？",
    talk: "我想和您谈谈{student}在{class}的情况，以及怎样会有帮助。",
    when: "请回信告诉我您方便的两个下午，以及您希望来校面谈还是电话联系。",
  },
  endOfTerm: {
    subject: "{term}：{student}，{class}",
    over: "{term}已经结束。{student}在{class}的平均分是{overall}，等级：{grade}。",
    noGrade: "无",
    missing: "以下作业没有交：",
    allIn: "所有作业都已交齐。感谢您的支持。",
  },
  week: {
    subject: "{class}的一周",
    did: "这是{class}本周的学习内容：",
    quiet: "这一周很平静。",
    coming: "即将到期：",
    nothingComing: "未来两周没有到期的作业。",
    missing: "{student}尚未交的作业：",
  },
};
