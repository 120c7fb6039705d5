import type { FiguresIndex } from "../figures/figuresIndex";
import { assignmentsIn } from "../figures/studentFigures";
import { isFarAbove } from "../gradebook/isFarAbove";
import type { Assignment } from "../model/assignment";
import type { Note } from "../model/note";
import { classLabel } from "../model/schoolClass";
import type { ScoreColumn } from "../model/score";
import { fullName } from "../model/student";
import { titleKey } from "../model/titleKey";
import type { NotePlan } from "../selection/planNote";
import { fewOf } from "../words";
import { type Finding, findingOf } from "./finding";
import { sourcesOf } from "./namedSources";

/** What in the gradebook itself would mislead the families of a note. */
export function gradebookFindings(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  const classIds = [...new Set(plan.letters.flatMap(({ matches }) => matches.map(({ classId }) => classId)))];
  return [
    ...scoreFindings(index, note, plan, classIds),
    ...sameTitleFindings(index, note, classIds),
    ...twiceFindings(index, classIds),
    ...blockFindings(index, plan),
  ];
}

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

function scoreFindings(
  index: FiguresIndex,
  { selection }: Note,
  plan: NotePlan,
  classIds: readonly string[],
): Finding[] {
  const found: { key: string; words: string }[] = [];
  for (const classId of classIds) {
    const gradebook = index.gradebook(classId);
    if (!gradebook) continue;
    for (const assignment of assignmentsIn(gradebook, selection.period)) {
      const { id, title, pointsPossible } = assignment;
      for (const studentId of farAbove(gradebook.columns.get(id), assignment)) {
        const student = index.world.students.get(studentId);
        const points = gradebook.columns.get(id)?.scores[studentId]?.points;
        if (student)
          found.push({
            key: `${classId}/${studentId}`,
            words: `${fullName(student)}, ${points} of ${pointsPossible} on ${title}`,
          });
      }
    }
  }
  if (found.length === 0) return [];
  const written = new Set(
    plan.letters.flatMap(({ matches }) => matches.map((one) => `${one.classId}/${one.studentId}`)),
  );
  const high = found.flatMap(({ key, words }) => (written.has(key) ? [words] : []));
  return high.length > 0
    ? [findingOf("score-too-high", { numbers: { students: high.length }, quotes: fewOf(high) })]
    : [];
}

/** A title that the note speaks of and that several assignments of one class have: one of them is taken. */
function sameTitleFindings(index: FiguresIndex, note: Note, classIds: readonly string[]): Finding[] {
  const titles = new Set(sourcesOf(note).flatMap(({ kind, name }) => (kind === "assignment" ? [titleKey(name)] : [])));
  if (titles.size === 0) return [];
  const doubled = classIds.flatMap((classId) => {
    const gradebook = index.gradebook(classId);
    const work = gradebook ? assignmentsIn(gradebook, note.selection.period) : [];
    const seen = new Set<string>();
    return work.flatMap(({ title }) => {
      const key = titleKey(title);
      if (!titles.has(key)) return [];
      if (seen.has(key)) return [`${title} in ${labelOf(index, classId)}`];
      seen.add(key);
      return [];
    });
  });
  return doubled.length > 0 ? [findingOf("same-title", { quotes: fewOf([...new Set(doubled)]) })] : [];
}

function twiceFindings(index: FiguresIndex, classIds: readonly string[]): Finding[] {
  const twice = classIds.flatMap((classId) => {
    const ids = index.world.classes.get(classId)?.studentIds ?? [];
    const again = new Set(ids.filter((id, place) => ids.indexOf(id) !== place));
    return [...again].map((id) => `${nameOf(index, id)} in ${labelOf(index, classId)}`);
  });
  return twice.length > 0 ? [findingOf("twice-in-class", { quotes: fewOf(twice) })] : [];
}

/** Somebody who is in two blocks of one course has hardly two of it: a move left the old one behind. */
function blockFindings(index: FiguresIndex, plan: NotePlan): Finding[] {
  const byStudent = new Map<string, Set<string>>();
  for (const { matches } of plan.letters)
    for (const { studentId, classId } of matches)
      byStudent.set(studentId, (byStudent.get(studentId) ?? new Set()).add(classId));
  const both = [...byStudent].flatMap(([studentId, classIds]) => {
    const byCourse = new Map<string, string[]>();
    for (const classId of classIds) {
      const course = titleKey(index.world.classes.get(classId)?.name ?? "");
      byCourse.set(course, [...(byCourse.get(course) ?? []), labelOf(index, classId)]);
    }
    return [...byCourse.values()].flatMap((labels) =>
      labels.length > 1 ? [`${nameOf(index, studentId)} (${labels.join("; ")})`] : [],
    );
  });
  return both.length > 0
    ? [findingOf("in-two-blocks", { numbers: { students: both.length }, quotes: fewOf(both) })]
    : [];
}

function nameOf({ world }: FiguresIndex, studentId: string): string {
  const student = world.students.get(studentId);
  return student ? fullName(student) : "somebody";
}

function labelOf({ world }: FiguresIndex, classId: string): string {
  const schoolClass = world.classes.get(classId);
  return schoolClass ? classLabel(schoolClass) : "a class";
}
