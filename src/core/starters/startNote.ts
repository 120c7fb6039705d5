import type { Note } from "../model/note";
import type { Selection } from "../model/selection";
import type { NoteWords } from "../model/template";
import { type Starter, starterWords } from "./starterWords";

/** Who a new note is for where that was pointed out elsewhere: the starter's own conditions give way. */
export type PointedOut = Pick<Selection, "classIds" | "period" | "conditions"> & Partial<Selection>;

interface NewNote {
  readonly id: string;
  /** Ms since the epoch. */
  readonly now: number;
  readonly period: string;
  readonly pointedOut?: PointedOut;
}

/** A new note in the product's own words, ready to be changed. `assignment` is the title of the assignment that some are about. */
export function startNote(
  starter: Starter,
  { assignment = "", ...about }: NewNote & { readonly assignment?: string },
): Note {
  return noteFrom(starterWords(starter, assignment), about);
}

/** A new note with words that are there already. */
export function noteFrom(words: NoteWords, { id, now, period, pointedOut }: NewNote): Note {
  const { name, kind, audience, match, conditions, language, subject, body, variants, reports } = words;
  return {
    id,
    name,
    kind,
    selection: {
      classIds: "all",
      period,
      match,
      conditions: [...conditions],
      addedStudentIds: [],
      leftOutStudentIds: [],
      ...pointedOut,
    },
    audience,
    perFamily: false,
    leftOutRecipientIds: [],
    recipientChoices: {},
    language,
    subject,
    body,
    variants,
    ...(reports && { reports }),
    changedAt: now,
  };
}
