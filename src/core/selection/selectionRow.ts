import { assignmentsIn, type ClassGradebook, type StudentFigures, scoreIn } from "../figures/classFigures";
import { isMissing, isPastDue } from "../figures/countingScore";
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
export interface SelectionRow {
  readonly student: Student;
  readonly schoolClass: SchoolClass;
  readonly figures: StudentFigures;
  readonly decimals: number;
  /** None where there is no average or no letter for it. */
  letter(): string | undefined;
  /** The piece of the class with a title, or none. */
  piece(title: string): RowPiece | undefined;
  count(of: "unmarked" | "late" | "excused"): number;
  /** The place by the shown overall average, from the top and from the bottom, counted from 1; equals share a place. */
  rank(): { fromTop: number; fromBottom: number; of: number } | undefined;
  guardians(): readonly Guardian[];
  canBeReached(): boolean;
}

/** Rows of one class, sharing what is the same for all its students. */
export class ClassRows {
  private readonly byTitle = new Map<string, Assignment>();
  private readonly inPeriod: readonly Assignment[];
  private shown: number[] | undefined;

  constructor(
    private readonly index: FiguresIndex,
    private readonly gradebook: ClassGradebook,
    private readonly period: Period,
  ) {
    this.inPeriod = assignmentsIn(gradebook, period);
    // Of pieces with one title the one of the period counts; in the period the first.
    for (const assignment of [...gradebook.assignments, ...[...this.inPeriod].reverse()]) {
      this.byTitle.set(nameKey(assignment.title) || assignment.title, assignment);
    }
  }

  row(student: Student): SelectionRow {
    const { index, gradebook, period } = this;
    const { schoolClass } = gradebook;
    const figures = index.figures(schoolClass.id, student.id, period);
    const scoreOf = scoreIn(gradebook, student.id);
    const pieceFor = (assignment: Assignment): RowPiece => {
      const score = scoreOf(assignment);
      return {
        assignment,
        score,
        isMissing: isMissing(score, assignment, schoolClass, index.today),
        isUnmarked: score === undefined && isPastDue(assignment, index.today),
      };
    };
    const guardians = () => student.guardians.flatMap(({ guardianId }) => index.world.guardians.get(guardianId) ?? []);
    return {
      student,
      schoolClass,
      figures,
      decimals: schoolClass.decimals,
      letter: () =>
        figures.overall && gradeLabel(index.world.gradeScales.get(schoolClass.gradeScaleId), figures.overall.shown),
      piece: (title) => {
        const assignment = this.byTitle.get(nameKey(title) || title);
        return assignment && pieceFor(assignment);
      },
      count: (of) =>
        this.inPeriod.filter((assignment) => {
          if (of === "unmarked") return pieceFor(assignment).isUnmarked;
          return scoreOf(assignment)?.status === of;
        }).length,
      rank: () => this.rankOf(figures.overall?.shown),
      guardians,
      canBeReached: () => guardians().some((guardian) => reachabilityOf(guardian) === "can be reached"),
    };
  }

  private rankOf(shown: number | undefined) {
    if (shown === undefined) return undefined;
    this.shown ??= this.gradebook.schoolClass.studentIds.flatMap(
      (id) => this.index.figures(this.gradebook.schoolClass.id, id, this.period).overall?.shown ?? [],
    );
    return {
      fromTop: 1 + this.shown.filter((other) => other > shown).length,
      fromBottom: 1 + this.shown.filter((other) => other < shown).length,
      of: this.shown.length,
    };
  }
}
