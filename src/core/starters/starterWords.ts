import { starterPhrases as ENGLISH } from "../languages/english/starterPhrases";
import type { SelectionPart } from "../model/condition";
import type { NoteKind } from "../model/noteKind";
import type { NoteWords } from "../model/template";
import { type StarterAbout, WRITTEN_STARTERS, writeStarter } from "./writeStarter";

/** A ready-made note: what it says, to whom, and what it is good for. */
export type StarterWords = NoteWords & { readonly about: string };

/** The notes to begin with, in the order in which they are offered. */
export const STARTERS = [...WRITTEN_STARTERS, "empty"] as const;
export type Starter = (typeof STARTERS)[number];

/** Whom a starter is for, and what it is good for. */
interface StarterRow {
  readonly name: string;
  readonly about: string;
  readonly kind: NoteKind;
  readonly conditions: (assignment: string) => readonly SelectionPart[];
}

/** The ready-made notes in the product's own words, in English. `known`: what the gradebook has, everything unless it is said. */
export function starterWords(starter: Starter, assignment: string, known: Partial<StarterAbout> = {}): StarterWords {
  const { conditions, ...row } = ROWS[starter];
  const about: StarterAbout = { hasTerms: true, hasWork: true, ...known, assignment };
  const letter = starter === "empty" ? EMPTY_LETTER : writeStarter(starter, ENGLISH, about);
  return {
    ...row,
    audience: { guardians: "all", students: false },
    match: "all",
    conditions: [...conditions(assignment)],
    language: "en",
    variants: [],
    ...letter,
  };
}

const EMPTY_LETTER: Pick<NoteWords, "subject" | "body"> = {
  subject: { type: "doc", content: [{ type: "paragraph", content: [] }] },
  body: { type: "doc", content: [{ type: "paragraph" }] },
};

const EVERYBODY = () => [];

const ROWS: Record<Starter, StarterRow> = {
  progress: {
    name: "How things stand",
    about: "Averages and missing work, to every family.",
    kind: "information",
    conditions: EVERYBODY,
  },
  "missing work": {
    name: "Missing work",
    about: "What was not handed in, to those who miss at least one assignment.",
    kind: "concern",
    conditions: () => [{ kind: "missing", atLeast: 1 }],
  },
  "below a threshold": {
    name: "Below 70 %",
    about: "To the families of students whose overall average is low.",
    kind: "concern",
    conditions: () => [{ kind: "overall", comparison: "below", percent: 70 }],
  },
  "below on one assignment": {
    name: "Low on one assignment",
    about: "At most 60 % on the last assignment, or it was not handed in.",
    kind: "concern",
    conditions: (assignment) => [
      {
        kind: "group",
        match: "any",
        conditions: [
          { kind: "assignment", assignment, comparison: "at most", value: 60, unit: "percent" },
          { kind: "assignment status", assignment, status: "not handed in" },
        ],
      },
    ],
  },
  "well done": {
    name: "Well done",
    about: "Praise, to those at 90 % or above who miss nothing.",
    kind: "praise",
    conditions: () => [{ kind: "overall", comparison: "at least", percent: 90 }, { kind: "nothing missing" }],
  },
  improved: {
    name: "Getting better",
    about: "Praise, to those whose average rose by five points in four weeks.",
    kind: "praise",
    conditions: () => [{ kind: "change", direction: "rose", atLeast: 5, since: { kind: "days", days: 28 } }],
  },
  feedback: {
    name: "Feedback on an assignment",
    about: "Score and comment on the last assignment, to those who handed it in.",
    kind: "information",
    conditions: (assignment) => [{ kind: "assignment status", assignment, status: "handed in" }],
  },
  welcome: {
    name: "Welcome",
    about: "A first letter to every family, with a word about the contact card.",
    kind: "information",
    conditions: EVERYBODY,
  },
  meeting: {
    name: "Invitation to talk",
    about: "Asks for a meeting, to those below 70 % or with three assignments missing.",
    kind: "concern",
    conditions: () => [
      {
        kind: "group",
        match: "any",
        conditions: [
          { kind: "overall", comparison: "below", percent: 70 },
          { kind: "missing", atLeast: 3 },
        ],
      },
    ],
  },
  "end of term": {
    name: "End of term",
    about: "Averages, the letter grade and a statement, to every family.",
    kind: "information",
    conditions: EVERYBODY,
  },
  "weekly digest": {
    name: "The week in class",
    about: "What the class did, what is coming, and what is missing, to every family.",
    kind: "information",
    conditions: EVERYBODY,
  },
  empty: {
    name: "Empty note",
    about: "A blank sheet; you say who and write what you like.",
    kind: "information",
    conditions: EVERYBODY,
  },
};
