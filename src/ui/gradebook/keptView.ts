import type { AverageView, GradebookView } from "@/workers/engine/gradebookView";

type Row = GradebookView["rows"][number];

/** The view of now, where a part of it says what it said before as the very same object: only what changed is drawn anew. */
export function keptView(before: GradebookView | undefined, now: GradebookView): GradebookView {
  if (!before) return now;
  const same = <Part extends "classIds" | "work" | "categories">(part: Part) =>
    JSON.stringify(before[part]) === JSON.stringify(now[part]) ? before[part] : now[part];
  return {
    ...now,
    ...{ classIds: same("classIds"), work: same("work"), categories: same("categories") },
    rows: keptRows(before.rows, now.rows),
  };
}

function keptRows(before: readonly Row[], now: readonly Row[]): readonly Row[] {
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
