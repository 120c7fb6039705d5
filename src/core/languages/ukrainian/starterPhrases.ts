import type { StarterPhrases } from "../../language/starterPhrases";

/** Names stand in the nominative throughout: they are put in as they are. */
export const starterPhrases: StarterPhrases = {
  greeting: "Добрий день, {recipient}!",
  closing: "Якщо у вас є запитання, напишіть у відповідь.",
  notKnown: "ще невідомо",
  nothingMissing: "Нічого не бракує.",
  theTerm: "Період",
  progress: {
    subject: "{student}, {class}",
    stands: "Ось як ідуть справи: {student}, {class} ({term}). Загальний середній бал: {overall}.",
    missing: "Роботи, яких ще бракує:",
  },
  missingWork: {
    subject: "{student}: {missing}, {class}",
    lead: "{student} ще має здати ось що, {class}:",
    canStill: "Це ще можна здати.",
  },
  below: {
    subject: "Як ідуть справи: {student}, {class}",
    early: "Хочу вчасно повідомити: {student} має середній бал {overall} ({class}). Ще є час це змінити.",
    helps: "Найбільше допомогло б здати це:",
    nothingMissing: "Нічого не бракує; найбільше допомогла б підготовка до контрольних.",
  },
  belowOnOne: {
    subject: "{assignment}: результат, {student}",
    didNotGoWell: "Робота «{assignment}» вийшла не дуже добре. {student}: {score}.",
    notHandedIn: "роботу не здано",
    canStill: "Її ще можна здати, і важить кожен бал.",
    glad: "Охоче розберу її разом; спокійні пів години часто виправляють багато.",
  },
  wellDone: {
    subject: "Добрі новини: {student}",
    good: "Пишу лише з добрими новинами: {student} має середній бал {overall} ({class}), і всі роботи здано.",
    steady: "Це наполеглива праця, тиждень за тижнем. Нехай {student} знає, що я це бачу.",
  },
  improved: {
    subject: "Дедалі краще: {student}, {class}",
    rose: "Ось як змінився середній бал за останні чотири тижні ({student}, {class}): {change}. Тепер він становить {overall}.",
    praise: "Це не прийшло само собою. Вітаю.",
  },
  feedback: {
    subject: "{assignment}: відгук, {student}",
    back: "{student} вже має перевірену роботу «{assignment}».",
    more: "Більше написано на самій роботі.",
  },
  welcome: {
    subject: "Ласкаво просимо: {class}",
    glad: "Мені приємно, що {student} навчається в мене ({class}). Кожні кілька тижнів я писатиму, як ідуть справи, і починатиму з добрих новин.",
    card: "Заповніть, будь ласка, контактну картку, яку {student} принесе додому, щоб мої листи надходили куди слід і вашою мовою.",
  },
  meeting: {
    subject: "Чи можемо ми поговорити? {student}",
    talk: "Хочу поговорити з вами про те, як {student} навчається ({class}) і що допомогло б.",
    when: "Напишіть, будь ласка, які два дні після обіду вам підходять і чи вам зручніше прийти, чи поговорити телефоном.",
  },
  endOfTerm: {
    subject: "{term}: {student}, {class}",
    over: "{term}: завершено. {student} має середній бал {overall} ({class}), оцінка: {grade}.",
    noGrade: "немає",
    missing: "Це не було здано:",
    allIn: "Усі роботи здано. Дякую за вашу участь.",
  },
  week: {
    subject: "Тиждень у класі: {class}",
    did: "Ось що ми робили цього тижня ({class}):",
    quiet: "Це був спокійний тиждень.",
    coming: "Незабаром:",
    nothingComing: "У найближчі два тижні здавати нічого не треба.",
    missing: "{student}: ще бракує:",
  },
};
