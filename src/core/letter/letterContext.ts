import type { StudentFigures } from "../figures/classFigures";
import type { Day } from "../model/day";
import type { GradeScale } from "../model/gradeScale";
import type { SchoolClass } from "../model/schoolClass";
import type { Student } from "../model/student";

/** Everything one letter can speak of: one student, in one class and period, to one recipient. */
export interface LetterContext {
  readonly student: Student;
  readonly recipientName: string;
  readonly schoolClass: SchoolClass;
  readonly periodName: string;
  readonly figures: StudentFigures;
  readonly gradeScale: GradeScale | undefined;
  readonly teacherName: string;
  readonly schoolName: string;
  readonly today: Day;
}
