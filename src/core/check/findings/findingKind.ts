import type { FiguresIndex } from "../../figures/figuresIndex";
import type { Day } from "../../model/day";
import type { LetterBody, LetterSubject } from "../../model/letterBody";
import type { Note } from "../../model/note";
import type { Match, NotePlan } from "../../selection/planNote";
import type { LetterScene } from "./letterScene";

/** A stop keeps the note from being sent, a caution needs a word, a line is worth knowing and asks for nothing. */
export type Severity = "stop" | "caution" | "line";

/** Where something was found, how much of it, and the names and words that its message quotes. */
export interface FindingDetails {
  readonly path: {
    /** The first letter it was found in. */
    readonly letterKey?: string;
    /** Of a stop: every letter that it is in. */
    readonly letterKeys?: readonly string[];
    readonly recipientId?: string;
    /** Of several at once: all whom it is about. */
    readonly recipientIds?: readonly string[];
    readonly field?: string;
    readonly place?: "subject" | "body";
    /** The word that it is about, where several of a kind are told apart by it. */
    readonly word?: string;
    /** Of words that are not the note's own: the language of the variant. */
    readonly language?: string;
  };
  readonly numbers: {
    readonly letters?: number;
    readonly students?: number;
    readonly guardians?: number;
    readonly days?: number;
    readonly characters?: number;
    /** In kB. */
    readonly size?: number;
    readonly before?: number;
  };
  readonly quotes: readonly string[];
}

/** A note as it would be sent now, in ms since the epoch. */
export interface NoteScene {
  readonly index: FiguresIndex;
  readonly note: Note;
  readonly plan: NotePlan;
  readonly now: number;
}

/** The words of a note in one of its languages (BCP 47). */
export interface WordsScene extends NoteScene {
  readonly language: string;
  /** The days on which the words were last written, and on which the letters leave. */
  readonly writtenOn: Day;
  readonly leavesOn: Day;
  readonly words: { readonly subject: LetterSubject; readonly body: LetterBody };
}

/** Something found in one letter: findings of one kind and place are gathered over all letters. */
export interface Hit {
  readonly where?: Pick<FindingDetails["path"], "field" | "place" | "word">;
  /** What stands there; the first of all letters is quoted. */
  readonly quote?: string;
  /** Those whom it concerns, where not all that the letter is about. */
  readonly about?: readonly Match[];
  readonly numbers?: FindingDetails["numbers"];
}

/** All there is to one kind of finding: what it means for sending, its words, and where it is found, by one of three ways. */
export interface FindingKind {
  readonly severity: Severity;
  /** Whether the teacher can say of a stop that it is meant so. */
  readonly canBeMeant?: boolean;
  /** What is wrong, and what to do. */
  words(details: FindingDetails): { readonly title: string; readonly mend: string };
  /** In the note as a whole. */
  inNote?(scene: NoteScene): readonly Partial<FindingDetails>[];
  /** In the words of each language. */
  inWords?(scene: WordsScene): readonly Partial<FindingDetails>[];
  /** In each finished letter. */
  inLetter?(scene: LetterScene): readonly Hit[];
  /** What is quoted of hits: what stands there, whom it concerns, or both one after the other. */
  readonly quotes?: "what stands there" | "names";
}
