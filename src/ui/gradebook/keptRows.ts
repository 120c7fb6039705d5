import type { AverageView, GradebookView } from "@/workers/engine/gradebookView";

type Row = GradebookView["rows"][number];

/** The rows of now, where a row says what it said before as the very same object: only those that changed are drawn anew. */
export function keptRows(before: readonly Row[], now: readonly Row[]): readonly Row[] {
  const known = new Map(before.map((row) => [row.key, row]));
  const rows = now.map((row) => {
    const same = known.get(row.key);
    return same && saysTheSame(same, row) ? same : row;
  });
  return rows.length === before.length && rows.every((row, place) => row === before[place]) ? before : rows;
}

function saysTheSame(a: Row, b: Row): boolean {
  return (
    a.studentId === b.studentId &&
    a.classId === b.classId &&
    a.name === b.name &&
    a.gradeLabel === b.gradeLabel &&
    a.missing === b.missing &&
    isSameAverage(a.overall, b.overall) &&
    a.categoryAverages.length === b.categoryAverages.length &&
    a.categoryAverages.every((average, place) => isSameAverage(average, b.categoryAverages[place]))
  );
}

function isSameAverage(a: AverageView, b: AverageView | undefined): boolean {
  return a.shown === b?.shown && a.text === b?.text && a.note === b?.note;
}
