import * as z from "zod";

/** What a note has to say, so that nobody hears only one thing. */
export const noteKindSchema = z.enum(["praise", "concern", "information"]);
export type NoteKind = z.infer<typeof noteKindSchema>;

/** What a letter of an automatic note is remembered by. */
export interface WrittenMark {
  /** By class: tells figures, statuses, comments and marks from others. */
  readonly said?: Record<string, string> | undefined;
  readonly assignmentIds?: string[] | undefined;
  /** Of a digest: what it told, each thing by a short name. */
  readonly told?: string[] | undefined;
}

/** One sending about one student: what was said, and when. */
export interface WrittenAbout {
  readonly roundId: string;
  readonly studentId: string;
  readonly noteId: string;
  /** When it left, or will: ms since the epoch. */
  readonly at: number;
  /** When it was made, ms since the epoch: of what came in later it does not tell. None where that was when it left. */
  readonly madeAt?: number;
  readonly kind: NoteKind;
  /** Who got it, or is about to. */
  readonly recipientIds: readonly string[];
  /** By recipient: the mailbox that it went to, by `mailboxKey`. */
  readonly mailboxes?: Readonly<Record<string, string>>;
  /** Printed for those whom mail does not reach, beside the round of the note. */
  readonly onPaper?: boolean;
  /** Whether a plan sends it: until its day it is not written yet. */
  readonly byPlan?: boolean;
  /** Whether it was a run of an automatic note, and no digest: such letters keep quiet for each other. */
  readonly standing?: boolean;
  /** By recipient: what the letter was made from, in short, and the assignments that it was about. */
  readonly marks?: Readonly<Record<string, WrittenMark>>;
}
