import { applyChange, type Change, sameData, type TableChange } from "../change/change";
import type { Day } from "../model/day";
import type { ScoreColumn } from "../model/score";
import { byFamilyName, type Student } from "../model/student";
import type { Period } from "../model/term";
import type { World } from "../model/world";
import { type ClassGradebook, type StudentFigures, studentFigures } from "./classFigures";

/**
 * The world with its figures: each is computed when first asked for and kept until what it is made from changes.
 * Everything that shows, compares or sends a figure asks here.
 */
export class FiguresIndex {
  private readonly gradebooks = new Map<string, ClassGradebook>();
  private readonly enrolledIn = new Map<string, readonly Student[]>();
  /** By class, student and period. */
  private readonly kept = new Map<string, Map<string, Map<Period, StudentFigures>>>();

  constructor(
    private current: World,
    readonly today: Day,
  ) {}

  get world(): World {
    return this.current;
  }

  /** Makes a change; where only scores change, only their students lose their figures, else their classes do. */
  apply(change: Change): void {
    const before = this.current;
    this.current = applyChange(before, change);
    if (change.students) this.enrolledIn.clear();
    for (const classId of changedClasses(change)) {
      this.gradebooks.delete(classId);
      this.enrolledIn.delete(classId);
      this.kept.delete(classId);
    }
    for (const { classId, studentIds } of changedScores(before, change)) {
      this.gradebooks.delete(classId);
      for (const studentId of studentIds) this.kept.get(classId)?.delete(studentId);
    }
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
