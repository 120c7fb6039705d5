import { assignmentsIn } from "../../figures/studentFigures";
import { isFarAbove } from "../../gradebook/isFarAbove";
import type { Assignment } from "../../model/assignment";
import type { ScoreColumn } from "../../model/score";
import { counted, fewOf, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { classesOf, studentName } from "./gradebookNames";

export const scoreTooHigh: FindingKind = {
  severity: "caution",
  words: ({ numbers, quotes }) => ({
    title: `${counted(numbers.students ?? 0, "score")} far above what is possible: ${listed(quotes)}`,
    mend: "A digit too many, perhaps. Correct it in the gradebook; averages go by it.",
  }),
  inNote: ({ index, note: { selection }, plan }) => {
    const written = new Set(
      plan.letters.flatMap(({ matches }) => matches.map((one) => `${one.classId}/${one.studentId}`)),
    );
    const high = classesOf(plan).flatMap((classId) => {
      const gradebook = index.gradebook(classId);
      const work = gradebook ? assignmentsIn(gradebook, selection.period) : [];
      return work.flatMap((assignment) =>
        farAbove(gradebook?.columns.get(assignment.id), assignment).flatMap((studentId) => {
          const points = gradebook?.columns.get(assignment.id)?.scores[studentId]?.points;
          return written.has(`${classId}/${studentId}`)
            ? [`${studentName(index, studentId)}, ${points} of ${assignment.pointsPossible} on ${assignment.title}`]
            : [];
        }),
      );
    });
    return high.length > 0 ? [{ numbers: { students: high.length }, quotes: fewOf(high) }] : [];
  },
};

const looked = new WeakMap<ScoreColumn, { readonly assignment: Assignment; readonly studentIds: readonly string[] }>();

/** Whose points on an assignment are far above what it is worth; looked for once, as long as neither changes. */
function farAbove(column: ScoreColumn | undefined, assignment: Assignment): readonly string[] {
  if (!column) return [];
  const known = looked.get(column);
  if (known?.assignment === assignment) return known.studentIds;
  const studentIds = Object.keys(column.scores).filter((id) => isFarAbove(column.scores[id], assignment));
  looked.set(column, { assignment, studentIds });
  return studentIds;
}
