import type { Change } from "../change/change";
import { applyChange } from "../change/change";
import type { Day } from "../model/day";
import type { Period } from "../model/term";
import type { World } from "../model/world";
import { type ClassGradebook, type StudentFigures, studentFigures } from "./classFigures";

/**
 * The world with its figures: each is computed when first asked for and kept until its class changes.
 * Everything that shows, compares or sends a figure asks here.
 */
export class FiguresIndex {
  private readonly gradebooks = new Map<string, ClassGradebook>();
  private readonly figuresOfClass = new Map<string, Map<string, StudentFigures>>();

  constructor(
    private current: World,
    readonly today: Day,
  ) {}

  get world(): World {
    return this.current;
  }

  /** Makes a change; only the classes that it touches lose their figures. */
  apply(change: Change): void {
    const before = this.current;
    this.current = applyChange(before, change);
    for (const classId of touchedClasses(change)) {
      this.gradebooks.delete(classId);
      this.figuresOfClass.delete(classId);
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

  /** A student's figures in a class and period. The class must exist. */
  figures(classId: string, studentId: string, period: Period): StudentFigures {
    const gradebook = this.gradebook(classId);
    if (!gradebook) throw new Error(`There is no class ${classId}.`);
    let ofClass = this.figuresOfClass.get(classId);
    if (!ofClass) {
      ofClass = new Map();
      this.figuresOfClass.set(classId, ofClass);
    }
    const key = `${period}/${studentId}`;
    let figures = ofClass.get(key);
    if (!figures) {
      figures = studentFigures(gradebook, studentId, period, this.today);
      ofClass.set(key, figures);
    }
    return figures;
  }
}

function touchedClasses(change: Change): Set<string> {
  const touched = new Set(
    Object.values(change.classes ?? {}).flatMap((rows: Record<string, unknown>) => Object.keys(rows)),
  );
  for (const table of [change.assignments, change.scoreColumns, change.averageColumns]) {
    if (!table) continue;
    const rows = [
      ...Object.values(table.added),
      ...Object.values(table.removed),
      ...Object.values(table.updated).flat(),
    ];
    for (const { classId } of rows) touched.add(classId);
  }
  return touched;
}
