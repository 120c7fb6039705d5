import { applyChange, type Change, sameData, type TableChange } from "../change/change";
import { replacedBy, worldAsOf } from "../change/worldAsOf";
import { type Day, dayOfInstant } from "../model/day";
import type { WrittenAbout } from "../model/noteKind";
import type { PastScores } from "../model/pastScores";
import type { ScoreColumn } from "../model/score";
import { byFamilyName, type Student } from "../model/student";
import type { Period } from "../model/term";
import type { World } from "../model/world";
import { ClassColumns } from "./classColumns";
import { type ClassGradebook, type StudentFigures, studentFigures } from "./studentFigures";

/**
 * The world with its figures: each is computed when first asked for and kept until what it is made from changes.
 * Everything that shows, compares or sends a figure asks here.
 */
export class FiguresIndex {
  private gradebooks = new Map<string, ClassGradebook>();
  private enrolledIn = new Map<string, readonly Student[]>();
  /** By class, student and period. */
  private kept = new Map<string, Map<string, Map<Period, StudentFigures>>>();
  /** By class and period. */
  private columnsOf = new Map<string, Map<Period, ClassColumns>>();
  private earlier = new Map<number, FiguresIndex>();
  private readonly onDays = new Map<Day, FiguresIndex>();
  private readonly past: PastScores[];
  /** By student, in the order of time. */
  private written = new Map<string, WrittenAbout[]>();
  private heard: readonly WrittenAbout[] = [];

  /** `past` is what became of the scores before now, in its order. */
  constructor(
    private current: World,
    readonly today: Day,
    past: readonly PastScores[] = [],
  ) {
    this.past = [...past];
  }

  get world(): World {
    return this.current;
  }

  /**
   * Makes a change at a moment (ms since the epoch); where only scores change, only their students lose their figures,
   * else their classes do.
   */
  apply(change: Change, at: number): void {
    const before = this.current;
    const replaced = replacedBy(change, at);
    if (replaced) this.past.push(replaced);
    this.earlier.clear();
    for (const ofDay of this.onDays.values()) ofDay.apply(change, at);
    this.current = applyChange(before, change);
    if (change.students) {
      this.enrolledIn.clear();
      this.columnsOf.clear();
    }
    for (const classId of changedClasses(change)) {
      this.gradebooks.delete(classId);
      this.enrolledIn.delete(classId);
      this.kept.delete(classId);
      this.columnsOf.delete(classId);
    }
    for (const { classId, studentIds } of changedScores(before, change)) {
      const known = this.gradebooks.get(classId);
      if (known) this.gradebooks.set(classId, { ...known, columns: this.current.scoreColumns });
      for (const studentId of studentIds) {
        this.kept.get(classId)?.delete(studentId);
        for (const columns of this.columnsOf.get(classId)?.values() ?? []) columns.forget(studentId);
      }
    }
  }

  /** The figures of the scores as they were at a moment (ms since the epoch); blanks are judged by its day. */
  asOf(moment: number): FiguresIndex {
    return madeIn(this.earlier, moment, () => {
      const day = dayOfInstant(moment);
      return new FiguresIndex(worldAsOf(this.current, this.past, moment), day < this.today ? day : this.today);
    });
  }

  /**
   * The same data judged on a day, and knowing of what was written what is given: what a run of an automatic note sees when it
   * comes due. Figures of the day are worked out once.
   */
  onDay(day: Day, written: readonly WrittenAbout[]): FiguresIndex {
    const ofDay =
      day === this.today ? this : madeIn(this.onDays, day, () => new FiguresIndex(this.current, day, this.past));
    const seen = new FiguresIndex(this.current, day, this.past);
    seen.gradebooks = ofDay.gradebooks;
    seen.enrolledIn = ofDay.enrolledIn;
    seen.kept = ofDay.kept;
    seen.columnsOf = ofDay.columnsOf;
    seen.earlier = ofDay.earlier;
    seen.hear(written);
    return seen;
  }

  /** All that was written or is ready to leave, about whomever. */
  allWritten(): readonly WrittenAbout[] {
    return this.heard;
  }

  /** Takes in what was written about whom. */
  hear(written: readonly WrittenAbout[]): void {
    this.written = new Map();
    this.heard = written;
    const isToCome = ({ byPlan, at }: WrittenAbout) => byPlan === true && dayOfInstant(at) > this.today;
    for (const one of [...written].sort((a, b) => a.at - b.at)) {
      if (isToCome(one)) continue;
      madeIn(this.written, one.studentId, () => []).push(one);
    }
  }

  /** All that was written about a student, in the order of time. */
  writtenAbout(studentId: string): readonly WrittenAbout[] {
    return this.written.get(studentId) ?? [];
  }

  /** The last that was written about a student; none when nothing ever was. */
  lastWritten(studentId: string): WrittenAbout | undefined {
    return this.written.get(studentId)?.at(-1);
  }

  /** When a score was last changed (ms since the epoch); none where that is not known. */
  lastScoredAt(): number | undefined {
    return this.past.at(-1)?.at;
  }

  /** A class with its work in the order of the gradebook, or none when there is no such class. */
  gradebook(classId: string): ClassGradebook | undefined {
    const known = this.gradebooks.get(classId);
    if (known) return known;
    const schoolClass = this.current.classes.get(classId);
    if (!schoolClass) return undefined;
    const assignments = [...this.current.assignments.values()]
      .filter((assignment) => assignment.classId === classId)
      .sort((a, b) => a.order - b.order);
    const made = {
      schoolClass,
      assignments,
      columns: this.current.scoreColumns,
      averages: this.current.averageColumns,
    };
    this.gradebooks.set(classId, made);
    return made;
  }

  /** The students of a class by family name; nobody where there is no such class. */
  enrolled(classId: string): readonly Student[] {
    return madeIn(this.enrolledIn, classId, () => {
      const { classes, students } = this.current;
      const ids = classes.get(classId)?.studentIds ?? [];
      return ids.flatMap((id) => students.get(id) ?? []).sort(byFamilyName);
    });
  }

  /** A student's figures in a class and period. The class must exist. */
  figures(classId: string, studentId: string, period: Period): StudentFigures {
    const gradebook = this.gradebook(classId);
    if (!gradebook) throw new Error(`There is no class ${classId}.`);
    const ofClass = madeIn(this.kept, classId, () => new Map<string, Map<Period, StudentFigures>>());
    const ofStudent = madeIn(ofClass, studentId, () => new Map<Period, StudentFigures>());
    return madeIn(ofStudent, period, () => studentFigures(gradebook, studentId, period, this.today));
  }

  /** The figures of a class and period by columns, made once and kept in step. The class must exist. */
  columns(classId: string, period: Period): ClassColumns {
    const schoolClass = this.gradebook(classId)?.schoolClass;
    if (!schoolClass) throw new Error(`There is no class ${classId}.`);
    const ofClass = madeIn(this.columnsOf, classId, () => new Map<Period, ClassColumns>());
    const columns = madeIn(
      ofClass,
      period,
      () => new ClassColumns(this.enrolled(classId), schoolClass.categories.length),
    );
    columns.refresh((studentId) => this.figures(classId, studentId, period));
    return columns;
  }
}

function madeIn<Key, Value>(kept: Map<Key, Value>, key: Key, make: () => Value): Value {
  const known = kept.get(key);
  if (known !== undefined) return known;
  const made = make();
  kept.set(key, made);
  return made;
}

/** The classes whose settings, work or imported averages a change touches. */
function changedClasses(change: Change): Set<string> {
  return new Set([
    ...Object.values(change.classes ?? {}).flatMap((rows: Record<string, unknown>) => Object.keys(rows)),
    ...classIdsOf(change.assignments),
    ...classIdsOf(change.averageColumns),
  ]);
}

/** Whose scores a change touches, column by column, against what the world has: a change may come from another tab. */
function changedScores(world: World, { scoreColumns }: Change): { classId: string; studentIds: string[] }[] {
  if (!scoreColumns) return [];
  const { added, updated, removed } = scoreColumns;
  const after: (readonly [string, ScoreColumn])[] = [
    ...Object.entries(added),
    ...Object.entries(updated).map(([id, [, to]]) => [id, to] as const),
    ...Object.entries(removed).map(([id, column]) => [id, { ...column, scores: {} }] as const),
  ];
  return after.map(([id, { classId, scores }]) => {
    const before = world.scoreColumns.get(id)?.scores ?? {};
    const studentIds = Object.keys({ ...before, ...scores });
    return { classId, studentIds: studentIds.filter((studentId) => !sameData(before[studentId], scores[studentId])) };
  });
}

function classIdsOf(table: TableChange<{ classId: string }> | undefined): string[] {
  if (!table) return [];
  const rows = [...Object.values(table.added), ...Object.values(table.removed), ...Object.values(table.updated).flat()];
  return rows.map(({ classId }) => classId);
}
