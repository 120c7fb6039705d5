import type { Note } from "../model/note";
import { sameLetter } from "./sameLetter";

type Variant = Note["variants"][number];

/**
 * Whether the words of another language are a draft: they still say what the note says, in the note’s own language. A draft
 * goes to nobody until it is written on, or the teacher says that it is as it should be.
 */
export function isDraft(note: Pick<Note, "subject" | "body">, variant: Variant): boolean {
  if (variant.isConfirmed) return false;
  const known = drafts.get(variant);
  if (known && known.subject === note.subject && known.body === note.body) return known.isDraft;
  const { subject, body } = note;
  const answer = sameLetter(note, variant);
  drafts.set(variant, { subject, body, isDraft: answer });
  return answer;
}

/** It is asked for every letter of a note. */
const drafts = new WeakMap<Variant, Pick<Note, "subject" | "body"> & { isDraft: boolean }>();
