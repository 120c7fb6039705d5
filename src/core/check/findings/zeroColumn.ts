import { assignmentsIn } from "../../figures/studentFigures";
import type { ScoreColumn } from "../../model/score";
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
    mend: "Perhaps it is not marked yet. Averages count it: take the zeros out in the gradebook, or send all the same.",
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

function hasNothingButZeros(column: ScoreColumn): boolean {
  const points = Object.values(column.scores).flatMap(({ status, points: one }) =>
    status === "scored" || status === "late" ? (one ?? []) : [],
  );
  return points.length >= FEWEST && points.every((one) => one === 0);
}
