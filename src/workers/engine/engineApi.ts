import type { Change } from "@/core/change/change";
import type { Balance } from "@/core/delivery/balance";
import type { CameIn } from "@/core/delivery/cameIn";
import type { FamilyAnswer } from "@/core/families/familyEvent";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import type { ReadingEase } from "@/core/letter/readingEase";
import type { Day } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { WrittenAbout } from "@/core/model/noteKind";
import type { PastScores } from "@/core/model/pastScores";
import type { Selection } from "@/core/model/selection";
import type { Period } from "@/core/model/term";
import type { WorldRecords } from "@/core/model/world";
import type { ReportDraft } from "@/core/report/reportPaper";
import type { NotePeople } from "@/core/selection/planNote";
import type { AnswerView } from "./answersView";
import type { DeskSeen, DeskView } from "./deskView";
import type { GradebookNews } from "./gradebookNews";
import type { LetterExtremes } from "./letterExtremes";
import type { LettersOnPaper } from "./lettersOnPaper";
import type { LiveParts } from "./letterView";
import type { CheckView, PeopleView } from "./peopleView";
import type { AutomaticNoteView, DryRun } from "./planRebuild";
import type { PreviewView } from "./previewView";
import type { RebuildRequest } from "./rebuildRequest";
import type { ReportInRun, ReportsWanted } from "./reportsView";
import type { LetterBatch, RoundBegun } from "./roundInMaking";
import type { SelectionNewsView } from "./selectionNewsView";
import type { LetterView } from "./shownLetter";
import type { AssignmentDetails, ClassDetails, StudentDetails } from "./studentDetails";

/** What the engine worker can be asked. It holds the world and its figures; screens hold neither. */
export interface EngineApi {
  /**
   * Everything again. A school at once would stand in the memory several times on its way, and hold up whoever sends it: so
   * its records come some at a time, `begin` before the first ones; `load` takes what came, with what became of the scores
   * before and what was written about whom.
   */
  begin(): void;
  take(records: Partial<WorldRecords>): void;
  load(today: Day, past: readonly PastScores[], written: readonly WrittenAbout[]): void;
  /** A change, and when it was made (ms since the epoch). */
  apply(change: Change, at: number): void;
  hear(written: readonly WrittenAbout[]): void;
  /** Classes as the gradebook shows them: what is new to somebody who holds the view of a stamp. */
  gradebook(classIds: readonly string[], period: Period, stamp?: string): GradebookNews;
  /** What stands beside the gradebook: the classes, one student, or one assignment in each class that has it. */
  classDetails(classIds: readonly string[], period: Period): ClassDetails;
  studentDetails(classId: string, studentId: string, period: Period): StudentDetails | undefined;
  assignmentDetails(assignmentIds: readonly string[]): AssignmentDetails | undefined;
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
  reading(note: Note, key: string): ReadingEase | undefined;
  /**
   * Checks a note and begins to finish its letters, all on one state of the data; the first come along, so that a few are
   * made in one piece whatever changes meanwhile. `now` is when they leave, ms since the epoch.
   */
  beginRound(
    note: Note,
    now: number,
    most: number,
    fresh?: RebuildRequest,
  ): { readonly begun: RoundBegun; readonly first: LetterBatch };
  /** Who of those that a plan remembers fits its note now, and for whom it certainly is not so any more. */
  automaticNote(note: Note, baseline: readonly string[]): AutomaticNoteView;
  /** What a run of an automatic note would say and to whom, as things stand. */
  dryRun(note: Note, fresh: RebuildRequest): DryRun;
  /** What one recipient would get of a run. */
  dryLetters(note: Note, fresh: RebuildRequest, recipientId: string): RenderedLetter[];
  /** Some more letters of the round begun last, in the order of the list; outdated once anything was changed meanwhile. */
  nextLetters(token: number, most: number): LetterBatch | "outdated";
  /** Answers to contact cards, joined with the families; `chosen` says whose an answer is where that was in doubt. */
  answers(answers: readonly FamilyAnswer[], chosen: Readonly<Record<string, string>>): AnswerView[];
  /** What taking one answer in changes. */
  answerChange(answer: FamilyAnswer, studentId: string): Change;
  /** What is newly missing or low since the desk was looked at last. */
  desk(before: DeskSeen | undefined): DeskView;
  /** How long ago families heard, and who heard only concern. */
  balance(): Balance;
  /** What came in after a round of what was missing when it was sent. */
  cameIn(about: readonly { studentId: string; classId: string }[], at: number, now: number): CameIn;
  /** Whom reports would be made about, each by a key. */
  reportKeys(wanted: ReportsWanted): readonly string[];
  /** Some of these reports, ready to be drawn. */
  reports(wanted: ReportsWanted, keys: readonly string[]): readonly ReportInRun[];
  /** What stands in a page for one student: what a design is written with. */
  page(about: { readonly studentId: string; readonly classId: string }, period: Period, parts: LiveParts): LetterView;
  /** The reports that go along with one letter. */
  reportsOfLetter(note: Note, key: string): readonly ReportDraft[];
  /** The letters of a note to some recipients, to be printed. */
  lettersOnPaper(note: Note, recipientIds: readonly string[], now: number): LettersOnPaper;
  /** Sends everything it holds through a port, to another worker. */
  lendWorld(port: MessagePort): void;
}
