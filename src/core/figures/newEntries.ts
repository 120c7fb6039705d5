import type { Assignment } from "../model/assignment";
import { dayOfInstant } from "../model/day";
import type { Score, ScoreColumn } from "../model/score";
import type { FiguresIndex } from "./figuresIndex";
import type { ClassGradebook } from "./studentFigures";

/** What came in on one assignment since a moment. */
export interface NewEntry {
  readonly assignment: Assignment;
  readonly score: Score;
  /** What stood there before; none where nothing did. */
  readonly before: Score | undefined;
}

/**
 * What came in for a student in a class after a moment (ms since the epoch), in the order of the gradebook: points, a status,
 * a comment or a mark that was not there, or was another. What was taken out is nothing new. The class must exist.
 */
export function newEntries(index: FiguresIndex, classId: string, studentId: string, since: number): NewEntry[] {
  const gradebook = index.gradebook(classId);
  if (!gradebook) throw new Error(`There is no class ${classId}.`);
  const earlier = index.asOf(since);
  const isOld = oldWork(earlier, gradebook, since);
  return changedColumns(earlier, gradebook).flatMap(({ assignment, before, after }) => {
    if (isOld(assignment)) return [];
    const score = after?.scores[studentId];
    const known = before?.scores[studentId];
    return score && entryWords(score) !== entryWords(known) ? [{ assignment, score, before: known }] : [];
  });
}

/** So many columns are typed one by one; more come in as a table. */
const FEWEST_OF_TABLE = 3;

/**
 * Which work was brought in with a gradebook that was there before: of a class without any score by then, what was due before.
 * A first table makes nothing new but what fell due since.
 */
function oldWork(earlier: FiguresIndex, { assignments, columns }: ClassGradebook, since: number) {
  const isFirst =
    columns.size >= FEWEST_OF_TABLE && !assignments.some(({ id }) => earlier.world.scoreColumns.get(id) !== undefined);
  const day = dayOfInstant(since);
  return ({ dueDate }: Assignment): boolean => isFirst && (dueDate === undefined || dueDate < day);
}

interface ChangedColumn {
  readonly assignment: Assignment;
  readonly before: ScoreColumn | undefined;
  readonly after: ScoreColumn | undefined;
}

const changed = new WeakMap<FiguresIndex, WeakMap<ClassGradebook, readonly ChangedColumn[]>>();

/** The columns of a class that are others than they were; most are the very same, and are looked at once for all students. */
function changedColumns(earlier: FiguresIndex, gradebook: ClassGradebook): readonly ChangedColumn[] {
  const ofEarlier = changed.get(earlier) ?? new WeakMap<ClassGradebook, readonly ChangedColumn[]>();
  changed.set(earlier, ofEarlier);
  const known = ofEarlier.get(gradebook);
  if (known) return known;
  const columns = gradebook.assignments.flatMap((assignment) => {
    const before = earlier.world.scoreColumns.get(assignment.id);
    const after = gradebook.columns.get(assignment.id);
    return before === after ? [] : [{ assignment, before, after }];
  });
  ofEarlier.set(gradebook, columns);
  return columns;
}

/** What of a score is news where it changes. */
export function entryWords(score: Score | undefined): string {
  const { status, points, gradeLabel, comment, levels } = score ?? {};
  return JSON.stringify([status, points, gradeLabel, comment, levels]);
}
