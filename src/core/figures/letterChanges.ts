import type { Period } from "../model/term";
import type { FiguresIndex } from "./figuresIndex";
import { gradeLabel } from "./gradeLabel";

/** One student whose shown average or letter would be another one. */
export interface LetterChange {
  readonly classId: string;
  readonly studentId: string;
  readonly before: { readonly shown: number | undefined; readonly letter: string };
  readonly after: { readonly shown: number | undefined; readonly letter: string };
}

/** Whose overall average or letter is another one in a world with other settings, scales or terms. */
export function letterChanges(
  index: FiguresIndex,
  next: FiguresIndex,
  period: Period,
  classIds: readonly string[],
): LetterChange[] {
  return classIds.flatMap((classId) => {
    const students = next.world.classes.get(classId)?.studentIds ?? [];
    return students.flatMap((studentId): LetterChange[] => {
      const before = standing(index, classId, studentId, period);
      const after = standing(next, classId, studentId, period);
      return before.shown === after.shown && before.letter === after.letter
        ? []
        : [{ classId, studentId, before, after }];
    });
  });
}

function standing(index: FiguresIndex, classId: string, studentId: string, period: Period) {
  const schoolClass = index.world.classes.get(classId);
  if (!schoolClass) return { shown: undefined, letter: "" };
  const shown = index.figures(classId, studentId, period).overall?.shown;
  const scale = index.world.gradeScales.get(schoolClass.gradeScaleId);
  return { shown, letter: shown === undefined ? "" : (gradeLabel(scale, shown) ?? "") };
}
