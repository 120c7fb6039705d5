import { assignmentsIn } from "../../figures/studentFigures";
import type { Score, ScoreColumn } from "../../model/score";
import { fewOf, listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { classesOf, className } from "./gradebookNames";

/** With fewer students nothing to everybody can be so. */
const FEWEST = 4;

/** Work on which everybody of a class has nothing: a column that was filled with zeros before it was marked. */
export const zeroColumn: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `Everybody has 0 on ${listed(quotes)}`,
    mend: "It may not be marked yet, and averages count the zeros. Delete them in the gradebook, or send all the same.",
  }),
  inNote: ({ index, note: { selection }, plan }) => {
    const found = classesOf(plan).flatMap((classId) => {
      const gradebook = index.gradebook(classId);
      const work = gradebook ? assignmentsIn(gradebook, selection.period) : [];
      return work.flatMap(({ id, title, pointsPossible, extraCredit }) =>
        pointsPossible > 0 && !extraCredit && isAllZero(gradebook?.columns.get(id))
          ? [`“${title}” in ${className(index, classId)}`]
          : [],
      );
    });
    return found.length > 0 ? [{ quotes: fewOf(found) }] : [];
  },
};

const looked = new WeakMap<ScoreColumn, boolean>();

/** Looked at once, as long as the column stays the same. */
function isAllZero(column: ScoreColumn | undefined): boolean {
  if (!column) return false;
  const known = looked.get(column) ?? hasNothingButZeros(column);
  looked.set(column, known);
  return known;
}

function hasNothingButZeros({ scores }: ScoreColumn): boolean {
  let zeros = 0;
  for (const studentId in scores) {
    const { status, points } = scores[studentId] as Score;
    if (points === undefined || (status !== "scored" && status !== "late")) continue;
    // The first score that is something ends it, as in nearly every column.
    if (points !== 0) return false;
    zeros += 1;
  }
  return zeros >= FEWEST;
}
