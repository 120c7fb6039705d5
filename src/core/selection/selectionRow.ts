import { assignmentsIn, type ClassGradebook, type StudentFigures, scoreIn } from "../figures/classFigures";
import { isMissing, isUnmarked } from "../figures/countingScore";
import type { FiguresIndex } from "../figures/figuresIndex";
import { gradeLabel } from "../figures/gradeLabel";
import { nameKey } from "../matching/nameKey";
import { reachabilityOf } from "../matching/reachability";
import type { Assignment } from "../model/assignment";
import type { Guardian } from "../model/guardian";
import type { SchoolClass } from "../model/schoolClass";
import type { Score } from "../model/score";
import type { Student } from "../model/student";
import type { Period } from "../model/term";

/** How one piece of work stands for a student. */
export interface RowPiece {
  readonly assignment: Assignment;
  readonly score: Score | undefined;
  readonly isMissing: boolean;
  readonly isUnmarked: boolean;
}

/** What the conditions are judged on: one student in one class and one period. What costs something is made when asked. */
export class SelectionRow {
  readonly schoolClass: SchoolClass;
  readonly figures: StudentFigures;

  constructor(
    private readonly rows: ClassRows,
    readonly student: Student,
  ) {
    this.schoolClass = rows.gradebook.schoolClass;
    this.figures = rows.index.figures(this.schoolClass.id, student.id, rows.period);
  }

  /** None where there is no average or no letter for it. */
  letter(): string | undefined {
    const scale = this.rows.index.world.gradeScales.get(this.schoolClass.gradeScaleId);
    return this.figures.overall && gradeLabel(scale, this.figures.overall.shown);
  }

  /** The piece of the class with a title, or none. */
  piece(title: string): RowPiece | undefined {
    const assignment = this.rows.byTitle().get(nameKey(title) || title);
    if (!assignment) return undefined;
    const { index, gradebook } = this.rows;
    const score = scoreIn(gradebook, this.student.id)(assignment);
    return {
      assignment,
      score,
      isMissing: isMissing(score, assignment, this.schoolClass, index.today),
      isUnmarked: isUnmarked(score, assignment, index.today),
    };
  }

  /** The place by the shown overall average, from the top and from the bottom, counted from 1; equals share a place. */
  rank(): { fromTop: number; fromBottom: number; of: number } | undefined {
    const shown = this.figures.overall?.shown;
    if (shown === undefined) return undefined;
    const all = this.rows.shown();
    return {
      fromTop: 1 + all.filter((other) => other > shown).length,
      fromBottom: 1 + all.filter((other) => other < shown).length,
      of: all.length,
    };
  }

  guardians(): readonly Guardian[] {
    return this.student.guardians.flatMap(({ guardianId }) => this.rows.index.world.guardians.get(guardianId) ?? []);
  }

  canBeReached(): boolean {
    return this.guardians().some((guardian) => reachabilityOf(guardian) === "can be reached");
  }
}

/** Rows of one class, sharing what is the same for all its students. */
export class ClassRows {
  private titles: Map<string, Assignment> | undefined;
  private averages: number[] | undefined;

  constructor(
    readonly index: FiguresIndex,
    readonly gradebook: ClassGradebook,
    readonly period: Period,
  ) {}

  row(student: Student): SelectionRow {
    return new SelectionRow(this, student);
  }

  /** Of pieces with one title the one of the period counts; in the period the first. */
  byTitle(): ReadonlyMap<string, Assignment> {
    const { gradebook, period } = this;
    this.titles ??= new Map(
      [...gradebook.assignments, ...[...assignmentsIn(gradebook, period)].reverse()].map((assignment) => [
        nameKey(assignment.title) || assignment.title,
        assignment,
      ]),
    );
    return this.titles;
  }

  /** The shown overall averages of the class. */
  shown(): readonly number[] {
    const { index, gradebook, period } = this;
    const { id, studentIds } = gradebook.schoolClass;
    this.averages ??= studentIds.flatMap((studentId) => index.figures(id, studentId, period).overall?.shown ?? []);
    return this.averages;
  }
}
