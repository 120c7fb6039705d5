import type { Change } from "@/core/change/change";
import type { Balance } from "@/core/delivery/balance";
import type { CameIn } from "@/core/delivery/cameIn";
import type { FamilyAnswer } from "@/core/families/familyEvent";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import type { Reading } from "@/core/letter/readingEase";
import type { Day } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { WrittenAbout } from "@/core/model/noteKind";
import type { PastScores } from "@/core/model/pastScores";
import type { Selection } from "@/core/model/selection";
import type { Period } from "@/core/model/term";
import type { WorldRecords } from "@/core/model/world";
import type { NotePeople } from "@/core/selection/planNote";
import type { AnswerView } from "./answersView";
import type { ClassDetails, PieceDetails, StudentDetails } from "./detailsView";
import type { GradebookView } from "./gradebookView";
import type { LetterExtremes } from "./letterExtremes";
import type { LiveParts } from "./letterView";
import type { CheckView, LetterEntry, PeopleView } from "./noteView";
import type { PreviewView } from "./previewView";
import type { SelectionNewsView } from "./selectionNewsView";
import type { LetterView } from "./shownLetter";

/** What the engine worker can be asked. It holds the world and its figures; screens hold neither. */
export interface EngineApi {
  /** Everything anew: the world, what became of its scores before, and what was written about whom. */
  load(records: WorldRecords, today: Day, past: readonly PastScores[], written: readonly WrittenAbout[]): void;
  /** A change, and when it was made (ms since the epoch). */
  apply(change: Change, at: number): void;
  hear(written: readonly WrittenAbout[]): void;
  gradebook(classIds: readonly string[], period: Period): GradebookView;
  /** What stands beside the gradebook: the classes, one student, or one piece of work in each class that has it. */
  classDetails(classIds: readonly string[], period: Period): ClassDetails;
  studentDetails(classId: string, studentId: string, period: Period): StudentDetails | undefined;
  pieceDetails(assignmentIds: readonly string[]): PieceDetails | undefined;
  /** Whose average or letter a change would change; nothing is changed. */
  preview(change: Change, period: Period, classIds: readonly string[]): PreviewView;
  people(note: NotePeople): PeopleView;
  /** Who is in a selection now, and what that changed since it was last looked at. */
  news(selection: Selection, seen: readonly string[]): SelectionNewsView;
  /** `now` in ms since the epoch. */
  check(note: Note, now: number): CheckView;
  sentence(note: Note): string;
  letter(note: NotePeople, parts: LiveParts, key: string | undefined): LetterView;
  /** The letters that are worth a look: the longest, the shortest, the one with most empty fields. */
  extremes(note: Note): LetterExtremes | undefined;
  /** One finished letter, as it would be sent. */
  finishedLetter(note: Note, key: string): RenderedLetter | undefined;
  /** How long one finished letter is, and how easily it reads. */
  reading(note: Note, key: string): Reading | undefined;
  /** All letters of a note, finished, in the order of the list. */
  finishedLetters(note: Note): { entry: LetterEntry; rendered: RenderedLetter }[];
  /** Answers to contact cards, joined with the families; `chosen` says whose an answer is where that was in doubt. */
  answers(answers: readonly FamilyAnswer[], chosen: Readonly<Record<string, string>>): AnswerView[];
  /** What taking one answer in changes. */
  answerChange(answer: FamilyAnswer, studentId: string): Change;
  /** How long ago families heard, and who heard only concern. */
  balance(): Balance;
  /** What came in after a round of what was missing when it was sent. */
  cameIn(about: readonly { studentId: string; classId: string }[], at: number, now: number): CameIn;
  /** Sends everything it holds through a port, to another worker. */
  lendWorld(port: MessagePort): void;
}
