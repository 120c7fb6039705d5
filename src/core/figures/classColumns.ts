import type { Student } from "../model/student";
import type { StudentFigures } from "./studentFigures";

/**
 * The figures of one class in one period by columns, a place for each student in the order of the class list: to pass
 * over many students without looking at each one's figures. Averages are the shown ones, in percent; NaN is none.
 */
export class ClassColumns {
  readonly overall: Float64Array;
  /** Parallel to the categories of the class. */
  readonly categories: readonly Float64Array[];
  readonly missing: Uint16Array;
  readonly unmarked: Uint16Array;
  readonly late: Uint16Array;
  readonly excused: Uint16Array;
  private readonly places: ReadonlyMap<string, number>;
  private readonly stale: Set<number>;

  constructor(
    readonly students: readonly Student[],
    categoryCount: number,
  ) {
    const { length } = students;
    this.overall = new Float64Array(length);
    this.categories = Array.from({ length: categoryCount }, () => new Float64Array(length));
    this.missing = new Uint16Array(length);
    this.unmarked = new Uint16Array(length);
    this.late = new Uint16Array(length);
    this.excused = new Uint16Array(length);
    this.places = new Map(students.map(({ id }, place) => [id, place]));
    this.stale = new Set(students.keys());
  }

  /** Says that a student's figures are others now. */
  forget(studentId: string): void {
    const place = this.places.get(studentId);
    if (place !== undefined) this.stale.add(place);
  }

  /** Fills in what is not known or was forgotten. */
  refresh(figuresOf: (studentId: string) => StudentFigures): void {
    for (const place of this.stale) {
      const { overall, categoryAverages, missing, counts } = figuresOf(this.students[place]?.id ?? "");
      this.overall[place] = overall?.shown ?? Number.NaN;
      this.categories.forEach((column, at) => {
        column[place] = categoryAverages[at]?.shown ?? Number.NaN;
      });
      this.missing[place] = missing.length;
      this.unmarked[place] = counts.unmarked;
      this.late[place] = counts.late;
      this.excused[place] = counts.excused;
    }
    this.stale.clear();
  }
}
