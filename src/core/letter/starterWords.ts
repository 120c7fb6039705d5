import type { SelectionPart } from "../model/condition";
import type { BlockNode, InlineNode, PlainBlockNode } from "../model/letterBody";
import type { NoteKind } from "../model/noteKind";
import type { NoteWords } from "../model/template";
import { field, missingWork, paragraph, passage, text } from "./letterParts";

/** A ready-made note: what it says, to whom, and what it is good for. */
export type StarterWords = NoteWords & { readonly about: string };

/** How one is written below. */
interface Written {
  readonly name: string;
  readonly about: string;
  readonly kind: NoteKind;
  readonly conditions: readonly SelectionPart[];
  readonly subject: readonly InlineNode[];
  readonly body: readonly BlockNode[];
}

/** The notes to begin with, in the order in which they are offered. */
export const STARTERS = [
  "progress",
  "missing work",
  "below a threshold",
  "below on one assignment",
  "well done",
  "improved",
  "feedback",
  "welcome",
  "meeting",
  "end of term",
  "weekly digest",
  "empty",
] as const;
export type Starter = (typeof STARTERS)[number];

const WEEK_DAYS = 7;

const GREETING = paragraph("Dear ", field("recipient.name"), ",");
const FIRST_NAME = field("student.firstName");
const CLASS = field("class.name");
const SIGNATURE: PlainBlockNode = { type: "signature" };
const CLOSING = [paragraph("Please write back if you have a question."), SIGNATURE];

/** The ready-made notes in the product's own words. `assignment` is the title of the assignment that two of them are about. */
export function starterWords(starter: Starter, assignment: string): StarterWords {
  const { subject, body, conditions, ...words } = WRITTEN[starter](assignment);
  return {
    ...words,
    audience: { guardians: "all", students: false },
    match: "all",
    conditions: [...conditions],
    language: "en",
    variants: [],
    subject: { type: "doc", content: [{ type: "paragraph", content: [...subject] }] },
    body: { type: "doc", content: [...body] },
  };
}

const WRITTEN: Record<Starter, (assignment: string) => Written> = {
  progress: () => ({
    name: "How things stand",
    about: "Averages and missing work, to every family.",
    kind: "information",
    conditions: [],
    subject: [FIRST_NAME, text(" in "), CLASS],
    body: [
      GREETING,
      paragraph(
        "this is how things stand for ",
        FIRST_NAME,
        " in ",
        CLASS,
        " (",
        field("term.name"),
        "). The overall average is ",
        field("overall", "not known yet"),
        ".",
      ),
      { type: "averagesTable" },
      paragraph("Work that is still missing:"),
      missingWork("Nothing is missing."),
      ...CLOSING,
    ],
  }),
  "missing work": () => ({
    name: "Missing work",
    about: "What was not handed in, to those who miss two assignments or more.",
    kind: "concern",
    conditions: [{ kind: "missing", atLeast: 2 }],
    subject: [FIRST_NAME, text(": "), field("missing.count"), text(" in "), CLASS],
    body: [
      GREETING,
      paragraph("these assignments of ", FIRST_NAME, "’s work in ", CLASS, " have not reached me:"),
      missingWork("Nothing is missing."),
      paragraph("They can still be handed in."),
      ...CLOSING,
    ],
  }),
  "below a threshold": () => ({
    name: "Below 70 %",
    about: "To the families of students whose overall average is low.",
    kind: "concern",
    conditions: [{ kind: "overall", comparison: "below", percent: 70 }],
    subject: [text("How "), FIRST_NAME, text(" is doing in "), CLASS],
    body: [
      GREETING,
      paragraph(
        "I would like you to know early that ",
        FIRST_NAME,
        " stands at ",
        field("overall"),
        " in ",
        CLASS,
        ". There is time to change that.",
      ),
      { type: "averagesTable" },
      paragraph("Handing these in would help most:"),
      missingWork("Nothing is missing; practice for the quizzes would help most."),
      ...CLOSING,
    ],
  }),
  "below on one assignment": (assignment) => ({
    name: "Low on one assignment",
    about: "At most 60 % on the last assignment, or it was not handed in.",
    kind: "concern",
    conditions: [
      {
        kind: "group",
        match: "any",
        conditions: [
          { kind: "assignment", assignment, comparison: "at most", value: 60, unit: "percent" },
          { kind: "assignment status", assignment, status: "not handed in" },
        ],
      },
    ],
    subject: [text(`${assignment}: how `), FIRST_NAME, text(" did")],
    body: [
      GREETING,
      paragraph(
        `“${assignment}” did not go well for `,
        FIRST_NAME,
        ": ",
        field(`assignment.score.${assignment}`, "it was not handed in"),
        ".",
      ),
      passage(
        [{ kind: "assignment status", assignment, status: "not handed in" }],
        [paragraph("It can still be handed in, and every point of it counts.")],
        [paragraph("I am glad to go through it together; one quiet half-hour often mends a lot.")],
      ),
      ...CLOSING,
    ],
  }),
  "well done": () => ({
    name: "Well done",
    about: "Praise, to those at 90 % or above who miss nothing.",
    kind: "praise",
    conditions: [{ kind: "overall", comparison: "at least", percent: 90 }, { kind: "nothing missing" }],
    subject: [text("Good news about "), FIRST_NAME],
    body: [
      GREETING,
      paragraph(
        "I write with good news only: ",
        FIRST_NAME,
        " stands at ",
        field("overall"),
        " in ",
        CLASS,
        ", and every assignment is in.",
      ),
      paragraph("That is steady work, week after week. Please tell ", FIRST_NAME, " that I have seen it."),
      SIGNATURE,
    ],
  }),
  improved: () => ({
    name: "Getting better",
    about: "Praise, to those whose average rose by five points in four weeks.",
    kind: "praise",
    conditions: [{ kind: "change", direction: "rose", atLeast: 5, since: { kind: "days", days: 28 } }],
    subject: [FIRST_NAME, text(" is getting better in "), CLASS],
    body: [
      GREETING,
      paragraph(
        "in the last four weeks ",
        FIRST_NAME,
        "’s average in ",
        CLASS,
        " went ",
        field("change.lately"),
        ". It stands at ",
        field("overall"),
        " now.",
      ),
      paragraph("That did not come by itself. Well done."),
      SIGNATURE,
    ],
  }),
  feedback: (assignment) => ({
    name: "Feedback on an assignment",
    about: "Score and comment on the last assignment, to those who handed it in.",
    kind: "information",
    conditions: [{ kind: "assignment status", assignment, status: "handed in" }],
    subject: [text(`${assignment}: feedback for `), FIRST_NAME],
    body: [
      GREETING,
      paragraph(FIRST_NAME, ` has “${assignment}” back.`),
      { type: "assignmentScore", attrs: { assignment, whenNothing: "There is more on the sheet itself." } },
      ...CLOSING,
    ],
  }),
  welcome: () => ({
    name: "Welcome",
    about: "A first letter to every family, with a word about the contact card.",
    kind: "information",
    conditions: [],
    subject: [text("Welcome to "), CLASS],
    body: [
      GREETING,
      paragraph(
        "I am glad to have ",
        FIRST_NAME,
        " in ",
        CLASS,
        ". I will write every few weeks to say how things go, good news first.",
      ),
      paragraph(
        "Please fill in the contact card that ",
        FIRST_NAME,
        " brings home, so that my letters reach you in the right place and in your language.",
      ),
      ...CLOSING,
    ],
  }),
  meeting: () => ({
    name: "Invitation to talk",
    about: "Asks for a meeting, to those below 70 % or with three assignments missing.",
    kind: "concern",
    conditions: [
      {
        kind: "group",
        match: "any",
        conditions: [
          { kind: "overall", comparison: "below", percent: 70 },
          { kind: "missing", atLeast: 3 },
        ],
      },
    ],
    subject: [text("May we talk about "), FIRST_NAME, text("?")],
    body: [
      GREETING,
      paragraph(
        "I would like to talk with you about how ",
        FIRST_NAME,
        " is doing in ",
        CLASS,
        ", and what would help.",
      ),
      paragraph("Please write back with two afternoons that suit you, and whether you would rather come or be called."),
      SIGNATURE,
    ],
  }),
  "end of term": () => ({
    name: "End of term",
    about: "Averages, the letter grade and a statement, to every family.",
    kind: "information",
    conditions: [],
    subject: [field("term.name"), text(": "), FIRST_NAME, text(" in "), CLASS],
    body: [
      GREETING,
      paragraph(
        field("term.name"),
        " is over. ",
        FIRST_NAME,
        "’s average in ",
        CLASS,
        " is ",
        field("overall", "not known"),
        ", letter grade ",
        field("gradeLabel", "none"),
        ".",
      ),
      { type: "averagesTable" },
      passage(
        [{ kind: "missing", atLeast: 1 }],
        [paragraph("This was not handed in:"), missingWork("Nothing is missing.")],
        [paragraph("Every assignment is in. Thank you for your part in that.")],
      ),
      ...CLOSING,
    ],
  }),
  "weekly digest": () => ({
    name: "The week in class",
    about: "What the class did, what is coming, and what is missing, to every family.",
    kind: "information",
    conditions: [],
    subject: [text("The week in "), CLASS],
    body: [
      GREETING,
      paragraph("this is what we did in ", CLASS, " this week:"),
      { type: "classLog", attrs: { days: WEEK_DAYS, whenNothing: "It was a quiet week." } },
      paragraph("Coming up:"),
      { type: "upcomingWork", attrs: { days: 2 * WEEK_DAYS, whenNothing: "Nothing falls due in the next two weeks." } },
      passage(
        [{ kind: "missing", atLeast: 1 }],
        [paragraph("Still missing from ", FIRST_NAME, ":"), missingWork("Nothing.")],
      ),
      SIGNATURE,
    ],
  }),
  empty: () => ({
    name: "Empty note",
    about: "A blank sheet; you say who and write what you like.",
    kind: "information",
    conditions: [],
    subject: [],
    body: [{ type: "paragraph" }],
  }),
};
