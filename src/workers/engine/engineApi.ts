import type { Change } from "@/core/change/change";
import type { FamilyAnswer } from "@/core/families/familyEvent";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import type { Day } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { Period } from "@/core/model/term";
import type { WorldRecords } from "@/core/model/world";
import type { AnswerView } from "./answersView";
import type { ClassDetails, PieceDetails, StudentDetails } from "./detailsView";
import type { GradebookView } from "./gradebookView";
import type { LetterView } from "./letterView";
import type { CheckView, LetterEntry, NotePeople, PeopleView } from "./noteView";
import type { PreviewView } from "./previewView";

/** What the engine worker can be asked. It holds the world and its figures; screens hold neither. */
export interface EngineApi {
  load(records: WorldRecords, today: Day): void;
  apply(change: Change): void;
  gradebook(classId: string, period: Period): GradebookView | undefined;
  /** What stands beside the gradebook: the class, one student, or one piece of work. */
  classDetails(classId: string, period: Period): ClassDetails | undefined;
  studentDetails(classId: string, studentId: string, period: Period): StudentDetails | undefined;
  pieceDetails(assignmentId: string): PieceDetails | undefined;
  /** Whose average or letter a change would change; nothing is changed. */
  preview(change: Change, period: Period, classIds: readonly string[]): PreviewView;
  people(note: NotePeople): PeopleView;
  check(note: Note): CheckView;
  sentence(note: Note): string;
  letter(note: NotePeople, key: string | undefined): LetterView;
  /** One finished letter, as it would be sent. */
  finishedLetter(note: Note, key: string): RenderedLetter | undefined;
  /** All letters of a note, finished, in the order of the list. */
  finishedLetters(note: Note): { entry: LetterEntry; rendered: RenderedLetter }[];
  /** Answers to contact cards, joined with the families; `chosen` says whose an answer is where that was in doubt. */
  answers(answers: readonly FamilyAnswer[], chosen: Readonly<Record<string, string>>): AnswerView[];
  /** What taking one answer in changes. */
  answerChange(answer: FamilyAnswer, studentId: string): Change;
  /** Sends everything it holds through a port, to another worker. */
  lendWorld(port: MessagePort): void;
}
