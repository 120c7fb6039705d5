import type { FiguresIndex } from "../../figures/figuresIndex";
import { classLabel } from "../../model/schoolClass";
import { fullName } from "../../model/student";
import type { NotePlan } from "../../selection/planNote";

/** The classes that letters are about. */
export function classesOf({ letters }: NotePlan): string[] {
  return [...new Set(letters.flatMap(({ matches }) => matches.map(({ classId }) => classId)))];
}

export function studentName({ world }: FiguresIndex, studentId: string): string {
  const student = world.students.get(studentId);
  return student ? fullName(student) : "somebody";
}

export function className({ world }: FiguresIndex, classId: string): string {
  const schoolClass = world.classes.get(classId);
  return schoolClass ? classLabel(schoolClass) : "a class";
}
