import type { StarterPhrases } from "../../language/starterPhrases";

export const starterPhrases: StarterPhrases = {
  greeting: "Dear {recipient},",
  closing: "Please write back if you have a question.",
  notKnown: "not known yet",
  nothingMissing: "Nothing is missing.",
  theTerm: "The term",
  progress: {
    subject: "{student} in {class}",
    stands: "This is how things stand for {student} in {class} ({term}). The overall average is {overall}.",
    missing: "Work that is still missing:",
  },
  missingWork: {
    subject: "{student}: {missing} in {class}",
    lead: "This work by {student} in {class} has not reached me:",
    canStill: "It can still be handed in.",
  },
  below: {
    subject: "How {student} is doing in {class}",
    early:
      "I would like you to know early that {student} stands at {overall} in {class}. There is time to change that.",
    helps: "Handing this in would help most:",
    nothingMissing: "Nothing is missing; practice for the quizzes would help most.",
  },
  belowOnOne: {
    subject: "{assignment}: how {student} did",
    didNotGoWell: "“{assignment}” did not go well for {student}: {score}.",
    notHandedIn: "it was not handed in",
    canStill: "It can still be handed in, and every point of it counts.",
    glad: "I am glad to go through it together; one quiet half-hour often mends a lot.",
  },
  wellDone: {
    subject: "Good news about {student}",
    good: "I write with good news only: {student} stands at {overall} in {class}, and every assignment is in.",
    steady: "That is steady work, week after week. Please tell {student} that I have seen it.",
  },
  improved: {
    subject: "{student} is getting better in {class}",
    rose: "In the last four weeks {student}’s average in {class} went {change}. It stands at {overall} now.",
    praise: "That did not come by itself. Well done.",
  },
  feedback: {
    subject: "{assignment}: feedback for {student}",
    back: "{student} has “{assignment}” back.",
    more: "There is more on the sheet itself.",
  },
  welcome: {
    subject: "Welcome to {class}",
    glad: "I am glad to have {student} in {class}. I will write every few weeks to say how things go, good news first.",
    card: "Please fill in the contact card that {student} brings home, so that my letters reach you in the right place and in your language.",
  },
  meeting: {
    subject: "May we talk about {student}?",
    talk: "I would like to talk with you about how {student} is doing in {class}, and what would help.",
    when: "Please write back with two afternoons that suit you, and whether you would rather come or be called.",
  },
  endOfTerm: {
    subject: "{term}: {student} in {class}",
    over: "{term} is over. {student}’s average in {class} is {overall}, letter grade {grade}.",
    noGrade: "none",
    missing: "This was not handed in:",
    allIn: "Every assignment is in. Thank you for your part in that.",
  },
  week: {
    subject: "The week in {class}",
    did: "This is what we did in {class} this week:",
    quiet: "It was a quiet week.",
    coming: "Coming up:",
    nothingComing: "Nothing falls due in the next two weeks.",
    missing: "Still missing from {student}:",
  },
};
