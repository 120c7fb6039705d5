import type { FiguresIndex } from "../../figures/figuresIndex";
import { entryWords } from "../../figures/newEntries";
import { shortHash } from "../../model/shortHash";
import { WHOLE_YEAR } from "../../model/term";

/**
 * Tells apart what could be said of a student in a class: averages, what is missing, scores, statuses, comments and marks. Days
 * overdue are not among it, since only time moves them. The class must exist.
 */
export function contentFingerprint(
  index: FiguresIndex,
  { classId, studentId }: { readonly classId: string; readonly studentId: string },
): string {
  const gradebook = index.gradebook(classId);
  if (!gradebook) throw new Error(`There is no class ${classId}.`);
  const { overall, categoryAverages, missing } = index.figures(classId, studentId, WHOLE_YEAR);
  const entries = gradebook.assignments.map(({ id }) => {
    const score = index.world.scoreColumns.get(id)?.scores[studentId];
    return score ? [id, entryWords(score)] : [];
  });
  return shortHash(
    JSON.stringify([
      overall?.shown,
      categoryAverages.map((average) => average?.shown),
      missing.map(({ assignment }) => assignment.id),
      entries,
    ]),
  );
}
