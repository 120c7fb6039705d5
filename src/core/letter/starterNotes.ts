import type { Note } from "../model/note";
import type { Condition } from "../selection/condition";
import type { Selection } from "../selection/selection";
import type { BlockNode, InlineNode } from "./letterDocument";

export const STARTERS = ["progress", "below a threshold", "missing work", "empty"] as const;
export type Starter = (typeof STARTERS)[number];

/** What a starter is good for, in words. */
export const STARTER_WORDS: Record<Starter, { name: string; words: string }> = {
  progress: { name: "How things stand", words: "Averages and missing work, to every family." },
  "below a threshold": { name: "Below 70 %", words: "To the families of students whose overall average is low." },
  "missing work": { name: "Missing work", words: "What was not handed in, to those who miss two pieces or more." },
  empty: { name: "Empty note", words: "A blank sheet; you say who and write what you like." },
};

/** Who a new note is for where that was pointed out elsewhere: the starter's own conditions give way. */
export type PointedOut = Pick<Selection, "classIds" | "period" | "conditions">;

/** A new note in the product's own words, ready to be changed. `now` in ms since the epoch. */
export function startNote(
  starter: Starter,
  options: { id: string; now: number; period: string; pointedOut?: PointedOut },
): Note {
  const { conditions, subject, body } = WORDS[starter];
  return {
    id: options.id,
    name: STARTER_WORDS[starter].name,
    selection: {
      classIds: "all",
      period: options.period,
      match: "all",
      conditions: [...conditions],
      addedStudentIds: [],
      leftOutStudentIds: [],
      ...options.pointedOut,
    },
    audience: { guardians: "all", students: false },
    leftOutRecipientIds: [],
    subject: { type: "doc", content: [{ type: "paragraph", content: [...subject] }] },
    body: { type: "doc", content: [...body] },
    changedAt: options.now,
  };
}

interface StarterWords {
  readonly conditions: readonly Condition[];
  readonly subject: readonly InlineNode[];
  readonly body: readonly BlockNode[];
}

const GREETING = paragraph("Dear ", field("recipient.name"), ",");
const CLOSING = [
  paragraph("Please write back if you have a question."),
  paragraph(field("teacher.name"), { type: "hardBreak" }, field("school.name")),
];

const WORDS: Record<Starter, StarterWords> = {
  progress: {
    conditions: [],
    subject: [field("student.firstName"), text(" in "), field("class.name")],
    body: [
      GREETING,
      paragraph(
        "this is how things stand for ",
        field("student.firstName"),
        " in ",
        field("class.name"),
        " (",
        field("term.name"),
        "). The overall average is ",
        field("overall", "not known yet"),
        ".",
      ),
      { type: "averagesTable" },
      paragraph("Work that is still missing:"),
      { type: "missingWork", attrs: { whenNothing: "Nothing is missing." } },
      ...CLOSING,
    ],
  },
  "below a threshold": {
    conditions: [{ kind: "overall", comparison: "below", percent: 70 }],
    subject: [text("How "), field("student.firstName"), text(" is doing in "), field("class.name")],
    body: [
      GREETING,
      paragraph(
        "I would like you to know early that ",
        field("student.firstName"),
        " stands at ",
        field("overall"),
        " in ",
        field("class.name"),
        ". There is time to change that.",
      ),
      { type: "averagesTable" },
      paragraph("Handing these in would help most:"),
      { type: "missingWork", attrs: { whenNothing: "Nothing is missing; practice for the quizzes would help most." } },
      ...CLOSING,
    ],
  },
  "missing work": {
    conditions: [{ kind: "missing", atLeast: 2 }],
    subject: [field("student.firstName"), text(": "), field("missing.count"), text(" in "), field("class.name")],
    body: [
      GREETING,
      paragraph(
        "these pieces of ",
        field("student.firstName"),
        "’s work in ",
        field("class.name"),
        " have not reached me:",
      ),
      { type: "missingWork", attrs: { whenNothing: "Nothing is missing." } },
      paragraph("They can still be handed in."),
      ...CLOSING,
    ],
  },
  empty: { conditions: [], subject: [], body: [{ type: "paragraph" }] },
};

function text(words: string): InlineNode {
  return { type: "text", text: words };
}

function field(id: string, fallback = ""): InlineNode {
  return { type: "field", attrs: { field: id, fallback } };
}

function paragraph(...parts: (string | InlineNode)[]): BlockNode {
  return { type: "paragraph", content: parts.map((part) => (typeof part === "string" ? text(part) : part)) };
}
