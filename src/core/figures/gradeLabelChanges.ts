import type { Period } from "../model/term";
import type { FiguresIndex } from "./figuresIndex";
import { gradeLabel } from "./gradeLabel";

/** One student whose shown average or grade label would be another one. */
export interface GradeLabelChange {
  readonly classId: string;
  readonly studentId: string;
  readonly before: { readonly shown: number | undefined; readonly label: string };
  readonly after: { readonly shown: number | undefined; readonly label: string };
}

/** Whose overall average or grade label is another one in a world with other settings, scales or terms. */
export function gradeLabelChanges(
  index: FiguresIndex,
  next: FiguresIndex,
  period: Period,
  classIds: readonly string[],
): GradeLabelChange[] {
  return classIds.flatMap((classId) => {
    const students = next.world.classes.get(classId)?.studentIds ?? [];
    return students.flatMap((studentId): GradeLabelChange[] => {
      const before = position(index, classId, studentId, period);
      const after = position(next, classId, studentId, period);
      return before.shown === after.shown && before.label === after.label
        ? []
        : [{ classId, studentId, before, after }];
    });
  });
}

function position(index: FiguresIndex, classId: string, studentId: string, period: Period) {
  const schoolClass = index.world.classes.get(classId);
  if (!schoolClass) return { shown: undefined, label: "" };
  const shown = index.figures(classId, studentId, period).overall?.shown;
  const scale = index.world.gradeScales.get(schoolClass.gradeScaleId);
  return { shown, label: shown === undefined ? "" : (gradeLabel(scale, shown) ?? "") };
}
