import { digestWords } from "../../letter/digestWords";
import { field, paragraph, text } from "../../letter/letterParts";
import type { Plan } from "../../model/plan";
import type { NoteWords } from "../../model/template";
import { starterWords } from "../../starters/starterWords";

/** An automatic note that comes along: its words, and how its plan begins. */
export interface ReadyMadeAutomaticNote {
  readonly name: string;
  readonly about: string;
  readonly words: NoteWords;
  /** One letter about all children and classes of a family. */
  readonly perFamily?: true;
  readonly plan: Pick<Plan, "repeat" | "asks"> &
    Partial<Pick<Plan, "digest">> & {
      readonly when:
        | { readonly kind: "times"; readonly rule: string; readonly schoolDaysOnly: boolean; readonly time: string }
        | Exclude<Plan["when"], { kind: "times" }>;
    };
}

const AFTERNOON = "15:30";
const MORNING = "07:30";
const HOUR = 60;

/** The automatic notes on offer. `quizzes` is the name of the category that tests are in; empty is every category. */
export function readyMadeAutomaticNotes(quizzes: string): readonly ReadyMadeAutomaticNote[] {
  return [
    {
      name: "Missing work, every Friday",
      about: "What was not handed in, to each family where something changed since the last letter.",
      words: { ...starterWords("missing work", ""), conditions: [{ kind: "missing", atLeast: 1 }] },
      plan: {
        when: { kind: "times", rule: "FREQ=WEEKLY;BYDAY=FR", schoolDaysOnly: true, time: AFTERNOON },
        ...{ repeat: "if changed", asks: true },
      },
    },
    {
      name: "At most 70 % on a quiz",
      about: "Once for each quiz and student, on the afternoon of the day that it was marked.",
      words: {
        ...lowQuiz(),
        conditions: [{ kind: "any assignment", category: quizzes, comparison: "at most", percent: 70, withinDays: 7 }],
      },
      plan: {
        when: { kind: "times", rule: "FREQ=DAILY", schoolDaysOnly: true, time: "16:00" },
        ...{ repeat: "once", asks: true },
      },
    },
    {
      name: "Newly below 70 %",
      about: "As soon as an average falls below 70 %; again only after it was better.",
      words: starterWords("below a threshold", ""),
      plan: { when: { kind: "begins to fit", collectMinutes: HOUR }, ...{ repeat: "once until it ends", asks: true } },
    },
    {
      name: "Marked work",
      about: "New scores and comments, an hour after the first of them came in.",
      words: markedWork(),
      plan: { when: { kind: "new entries", collectMinutes: HOUR }, ...{ repeat: "each time", asks: true } },
    },
    ...(["weekly", "daily"] as const).map(
      (often): ReadyMadeAutomaticNote => ({
        name: often === "weekly" ? "Weekly digest" : "Daily digest",
        about: `One letter to each guardian who wishes it, over all children and classes, ${often === "weekly" ? "every Friday" : "every school day"}.`,
        words: digestWords(often),
        perFamily: true,
        plan: {
          when:
            often === "weekly"
              ? { kind: "times", rule: "FREQ=WEEKLY;BYDAY=FR", schoolDaysOnly: false, time: "16:30" }
              : { kind: "times", rule: "FREQ=DAILY", schoolDaysOnly: true, time: "17:00" },
          ...{ repeat: "each time", asks: true, digest: often },
        },
      }),
    ),
    {
      name: "Birthday",
      about: "Good wishes to the student on the day itself.",
      words: birthday(),
      plan: {
        when: { kind: "times", rule: "FREQ=DAILY", schoolDaysOnly: false, time: MORNING },
        ...{ repeat: "each time", asks: true },
      },
    },
  ];
}

function lowQuiz(): NoteWords {
  const FIRST_NAME = field("student.firstName");
  return {
    ...starterWords("below on one assignment", ""),
    name: "At most 70 % on a quiz",
    subject: docOf(text("How "), FIRST_NAME, text(" did")),
    body: {
      type: "doc",
      content: [
        paragraph("Dear ", field("recipient.name"), ","),
        paragraph(
          "this did not go well for ",
          FIRST_NAME,
          " in ",
          field("class.name"),
          ": ",
          field("fitting.titles", "a quiz"),
          ".",
        ),
        paragraph("I am glad to go through it together; one quiet half-hour often mends a lot."),
        paragraph("Please write back if you have a question."),
        { type: "signature" },
      ],
    },
  };
}

function markedWork(): NoteWords {
  const FIRST_NAME = field("student.firstName");
  return {
    ...starterWords("feedback", ""),
    name: "Marked work",
    conditions: [],
    subject: docOf(text("Marked work of "), FIRST_NAME, text(" in "), field("class.name")),
    body: {
      type: "doc",
      content: [
        paragraph("Dear ", field("recipient.name"), ","),
        paragraph(FIRST_NAME, " has work back in ", field("class.name"), ":"),
        { type: "newScores", attrs: { days: 7, whenNothing: "There is more on the sheet itself." } },
        { type: "signature" },
      ],
    },
  };
}

function birthday(): NoteWords {
  const FIRST_NAME = field("student.firstName");
  return {
    ...starterWords("well done", ""),
    name: "Birthday",
    audience: { guardians: "none", students: true },
    conditions: [{ kind: "birthday" }],
    subject: docOf(text("Happy birthday, "), FIRST_NAME),
    body: {
      type: "doc",
      content: [
        paragraph("Dear ", FIRST_NAME, ","),
        paragraph("happy birthday! I wish you a good day and a good year."),
        { type: "signature" },
      ],
    },
  };
}

function docOf(...content: NonNullable<NoteWords["subject"]["content"][number]["content"]>): NoteWords["subject"] {
  return { type: "doc", content: [{ type: "paragraph", content }] };
}
