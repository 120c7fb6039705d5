import * as z from "zod";

/** What a note has to say, so that nobody hears only one thing. */
export const noteKindSchema = z.enum(["praise", "concern", "information"]);
export type NoteKind = z.infer<typeof noteKindSchema>;

/** One sending about one student: what was said, and when. */
export interface WrittenAbout {
  readonly studentId: string;
  readonly noteId: string;
  /** Ms since the epoch. */
  readonly at: number;
  readonly kind: NoteKind;
  /** Who got it, or is about to. */
  readonly recipientIds: readonly string[];
  /** Printed for those whom mail does not reach, beside the round of the note. */
  readonly onPaper?: boolean;
}
