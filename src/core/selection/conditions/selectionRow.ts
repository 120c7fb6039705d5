import { assignmentByTitle } from "../../figures/assignmentByTitle";
import type { Average } from "../../figures/average";
import { isMissing, isUnmarked } from "../../figures/countingScore";
import type { FiguresIndex } from "../../figures/figuresIndex";
import { gradeLabel } from "../../figures/gradeLabel";
import { isWorkKnown } from "../../figures/isWorkKnown";
import { type NewEntry, newEntries } from "../../figures/newEntries";
import { type ClassGradebook, type StudentFigures, scoreIn } from "../../figures/studentFigures";
import { NOT_IN_CLASS } from "../../figures/whileInClass";
import { reachabilityOf } from "../../matching/reachability";
import type { Assignment } from "../../model/assignment";
import { type ChecklistMark, checklistsOf, markOf } from "../../model/checklist";
import type { Since } from "../../model/condition";
import { addDays, type Day, dayOfInstant, daysBetween, formatDay, instantOf } from "../../model/day";
import { extraColumnsOf, type OwnType, type OwnValue } from "../../model/extraColumn";
import type { Guardian } from "../../model/guardian";
import type { WrittenAbout } from "../../model/noteKind";
import type { SchoolClass } from "../../model/schoolClass";
import type { Score } from "../../model/score";
import type { Student } from "../../model/student";
import type { Period } from "../../model/term";
import { titleKey } from "../../model/titleKey";
import { earlierAverage } from "./earlierAverage";

/** How one assignment stands for a student. */
export interface RowAssignment {
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

  /** None where there is no average or no label for it. */
  gradeLabel(): string | undefined {
    const scale = this.rows.index.world.gradeScales.get(this.schoolClass.gradeScaleId);
    return this.figures.overall && gradeLabel(scale, this.figures.overall.shown);
  }

  /** The assignment of the class with a title, or none. */
  assignment(title: string): RowAssignment | undefined {
    const { index, gradebook, period } = this.rows;
    const assignment = assignmentByTitle(gradebook, period, title);
    if (!assignment) return undefined;
    const score = scoreIn(gradebook, this.student.id)(assignment);
    // What was due while the student was elsewhere can't be asked of them.
    if (score === NOT_IN_CLASS) return undefined;
    const isGone = isMissing(score, assignment, this.schoolClass, index.today);
    return {
      assignment,
      score,
      isMissing: isGone,
      // What the class calls missing is not unmarked as well.
      isUnmarked: !isGone && isUnmarked(score, assignment, index.today),
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

  /** The overall average as it was, and the day of that in words; none where nothing was written, or nothing scored, by then. */
  earlierAverage(since: Since): { average: Average | undefined; since: string } {
    const { index, period } = this.rows;
    const student = { classId: this.schoolClass.id, studentId: this.student.id };
    const { average, moment } = earlierAverage(index, student, period, since);
    return { average, since: moment === undefined ? "" : formatDay(dayOfInstant(moment)) };
  }

  /** The last that was written about the student. */
  lastWritten(): WrittenAbout | undefined {
    return this.rows.index.lastWritten(this.student.id);
  }

  /** Calendar days since something was written about the student; none when nothing ever was. */
  daysSinceWritten(): number | undefined {
    const last = this.lastWritten();
    return last && Math.max(0, daysBetween(dayOfInstant(last.at), this.rows.index.today));
  }

  /** How the student stands on a checklist; none where the class has none of that name. */
  checklistMark(name: string): ChecklistMark | undefined {
    const list = checklistsOf(this.rows.index.world.checklists.values(), this.schoolClass.id).find(
      (one) => one.name === name,
    );
    return list && markOf(list, this.student.id);
  }

  /** What the student has under the name of an extra column; none where nothing was kept. */
  ownValue(name: string): { value: OwnValue; type: OwnType } | undefined {
    return extraColumnsOf(this.rows.index.world.ownColumns).valueOf(name, this.student.id, this.schoolClass.id);
  }

  /** Whether the class has an extra column of a name: only then its being empty says anything. */
  hasExtraColumn(name: string): boolean {
    return [...this.rows.index.world.ownColumns.values()].some(
      (column) =>
        titleKey(column.name) === titleKey(name) &&
        (column.classId === "all" || column.classId === this.schoolClass.id),
    );
  }

  /** Whether it is known of the student what is missing. */
  knowsWork(): boolean {
    const { gradebook, period } = this.rows;
    return isWorkKnown(gradebook, period, this.student.id, this.figures);
  }

  get today(): Day {
    return this.rows.index.today;
  }

  /** What was marked for the student within some days, today among them: points that were not there, or were others. */
  markedWithin(days: number): readonly NewEntry[] {
    const { index } = this.rows;
    const since = instantOf(addDays(index.today, 1 - days), 0);
    return newEntries(index, this.schoolClass.id, this.student.id, since).filter(
      ({ score, before }) => score.points !== undefined && score.points !== before?.points,
    );
  }

  guardians(): readonly Guardian[] {
    return this.student.guardians.flatMap(({ guardianId }) => this.rows.index.world.guardians.get(guardianId) ?? []);
  }

  canBeReached(): boolean {
    return this.guardians().some((guardian) => reachabilityOf(guardian) === "can be reached");
  }
}

/** Rows of one class, sharing what is the same for all its students. */
class ClassRows {
  private averages: number[] | undefined;

  constructor(
    readonly index: FiguresIndex,
    readonly gradebook: ClassGradebook,
    readonly period: Period,
  ) {}

  row(student: Student): SelectionRow {
    return new SelectionRow(this, student);
  }

  /** The shown overall averages of the class. */
  shown(): readonly number[] {
    const { index, gradebook, period } = this;
    const { id, studentIds } = gradebook.schoolClass;
    this.averages ??= studentIds.flatMap((studentId) => index.figures(id, studentId, period).overall?.shown ?? []);
    return this.averages;
  }
}

const known = new WeakMap<ClassGradebook, Map<Period, ClassRows>>();

/** The rows of a class in a period, made once: a gradebook is another one when a score changes. */
export function classRowsOf(index: FiguresIndex, gradebook: ClassGradebook, period: Period): ClassRows {
  const ofGradebook = known.get(gradebook) ?? new Map<Period, ClassRows>();
  known.set(gradebook, ofGradebook);
  const rows = ofGradebook.get(period) ?? new ClassRows(index, gradebook, period);
  ofGradebook.set(period, rows);
  return rows;
}
