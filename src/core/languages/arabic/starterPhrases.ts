import type { StarterPhrases } from "../../language/starterPhrases";

export const starterPhrases: StarterPhrases = {
  greeting: "السلام عليكم، {recipient}،",
  closing: "إذا كان لديكم سؤال فأجيبوا على هذه الرسالة.",
  notKnown: "غير معروف بعد",
  nothingMissing: "لا ينقص شيء.",
  theTerm: "الفصل الدراسي",
  progress: {
    subject: "{student}، {class}",
    stands: "هذا هو وضع {student} في {class} ({term}). المعدل العام: {overall}.",
    missing: "الأعمال التي ما زالت ناقصة:",
  },
  missingWork: {
    subject: "{student}: {missing}، {class}",
    lead: "لم يصلني بعد من {student} في {class} ما يلي:",
    canStill: "ما زال يمكن تسليم ذلك.",
  },
  below: {
    subject: "وضع {student} في {class}",
    early: "أودّ أن تعلموا مبكرًا أن معدل {student} في {class} هو {overall}. ما زال هناك وقت لتغيير ذلك.",
    helps: "أكثر ما يفيد تسليم ما يلي:",
    nothingMissing: "لا ينقص شيء؛ وأكثر ما يفيد التدرّب على الاختبارات القصيرة.",
  },
  belowOnOne: {
    subject: "{assignment}: نتيجة {student}",
    didNotGoWell: "نتيجة {student} في «{assignment}» لم تكن جيدة: {score}.",
    notHandedIn: "لم يُسلَّم العمل",
    canStill: "ما زال يمكن تسليمه، وكل نقطة تُحسب.",
    glad: "يسرّني أن نراجعه معًا؛ فنصف ساعة هادئة كثيرًا ما تُصلح الكثير.",
  },
  wellDone: {
    subject: "أخبار سارّة عن {student}",
    good: "أكتب إليكم بأخبار سارّة فقط: معدل {student} في {class} هو {overall}، وجميع الأعمال مسلَّمة.",
    steady: "هذا عمل مثابر، أسبوعًا بعد أسبوع. أرجو إبلاغ {student} أنني رأيت ذلك.",
  },
  improved: {
    subject: "تحسُّن {student} في {class}",
    rose: "هكذا تغيّر معدل {student} في {class} خلال الأسابيع الأربعة الماضية: {change}. وهو الآن {overall}.",
    praise: "لم يأتِ ذلك من تلقاء نفسه. عمل رائع.",
  },
  feedback: {
    subject: "{assignment}: ملاحظات حول عمل {student}",
    back: "أُعيد «{assignment}» إلى {student}.",
    more: "على الورقة نفسها مزيد من الملاحظات.",
  },
  welcome: {
    subject: "أهلًا بكم في {class}",
    glad: "يسعدني انضمام {student} إلى {class}. سأكتب إليكم كل بضعة أسابيع عن سير الأمور، والأخبار السارّة أولًا.",
    card: "أرجو ملء بطاقة التواصل التي تصل إلى البيت مع {student}، كي تصل رسائلي إلى المكان الصحيح وبلغتكم.",
  },
  meeting: {
    subject: "هل يمكن أن نتحدث عن {student}؟",
    talk: "أودّ أن أتحدث معكم عن وضع {student} في {class} وعمّا يمكن أن يفيد.",
    when: "أرجو أن تذكروا في ردّكم موعدين مناسبين بعد الظهر، وهل تفضّلون الحضور أم الحديث بالهاتف.",
  },
  endOfTerm: {
    subject: "{term}: {student}، {class}",
    over: "انتهى: {term}. معدل {student} في {class} هو {overall}، والتقدير: {grade}.",
    noGrade: "لا يوجد",
    missing: "ما لم يُسلَّم:",
    allIn: "جميع الأعمال مسلَّمة. شكرًا لدوركم في ذلك.",
  },
  week: {
    subject: "الأسبوع في {class}",
    did: "هذا ما عملناه هذا الأسبوع في {class}:",
    quiet: "كان أسبوعًا هادئًا.",
    coming: "القادم:",
    nothingComing: "لا شيء مستحق التسليم في الأسبوعين القادمين.",
    missing: "ما زال ناقصًا من {student}:",
  },
};
