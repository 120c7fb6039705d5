import type { ClassDays } from "../../figures/classDays";
import type { FiguresIndex } from "../../figures/figuresIndex";
import type { ClassGradebook, StudentFigures } from "../../figures/studentFigures";
import type { Day } from "../../model/day";
import type { GradeScale } from "../../model/gradeScale";
import type { SchoolClass } from "../../model/schoolClass";
import type { Settings } from "../../model/settings";
import type { Student } from "../../model/student";
import type { Period } from "../../model/term";
import type { SelectionRow } from "../../selection/conditions/selectionRow";

/** Everything one letter can speak of: one student, in one class and period, to one recipient. */
export interface LetterContext {
  readonly index: FiguresIndex;
  readonly student: Student;
  /** Whether another child of the letter is called the same: then each goes by the full name. */
  readonly hasNamesake: boolean;
  /** What conditions are judged on. */
  readonly row: SelectionRow;
  readonly recipient: {
    readonly name: string;
    readonly givenName: string;
    readonly familyName: string;
    readonly relation: string;
  };
  /** The language that the letter is written in (BCP 47). */
  readonly language: string;
  readonly schoolClass: SchoolClass;
  readonly gradebook: ClassGradebook;
  readonly period: Period;
  readonly periodName: string;
  readonly figures: StudentFigures;
  readonly gradeScale: GradeScale | undefined;
  readonly classDays: ClassDays;
  readonly settings: Settings;
  readonly today: Day;
  /** When the last letter of the note about the student was made that all its readers had, ms since the epoch; none where one of them had none. */
  readonly heardAt: number | undefined;
  /** The assignments by which the student was selected, where the selection asks for any, in words. */
  readonly fitting: readonly string[];
}
