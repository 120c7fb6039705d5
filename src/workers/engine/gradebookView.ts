import { type Average, differsFromOther } from "@/core/figures/average";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { gradeLabel } from "@/core/figures/gradeLabel";
import { formatPercent } from "@/core/figures/roundFraction";
import { assignmentsIn, type ClassGradebook } from "@/core/figures/studentFigures";
import type { Assignment } from "@/core/model/assignment";
import { formatDay } from "@/core/model/day";
import { selectedKey } from "@/core/model/keptSelection";
import { shownCategories } from "@/core/model/shownCategories";
import { byFamilyName } from "@/core/model/student";
import type { Period } from "@/core/model/term";
import { titleKey } from "@/core/model/titleKey";
import { MemoizedByInputs } from "./memoizeByInputs";

/** An average as it is shown, and what must be said of it: that it was imported, or that an imported one is another. */
export interface AverageView {
  /** In percent, as rounded for the class; none where there is no average. */
  readonly shown: number | undefined;
  readonly text: string;
  readonly note: string;
}

export interface GradebookView {
  readonly classIds: readonly string[];
  readonly period: Period;
  /** How the overall average is made; nothing where the classes do not agree. */
  readonly method: string;
  /** Whether imported averages stand beside computed ones, so that the class must say which count. */
  readonly hasBoth: boolean;
  /** Whether anybody has an average, from scores or imported. */
  readonly hasAverages: boolean;
  /** An assignment that several classes have under one title is one column. */
  readonly work: readonly GradebookWork[];
  readonly categories: readonly { readonly name: string; readonly weight: string }[];
  readonly rows: readonly GradebookRow[];
}

export interface GradebookRow {
  /** Names a student in a class. */
  readonly key: string;
  readonly studentId: string;
  readonly classId: string;
  readonly name: string;
  /** Parallel to the categories of the view. */
  readonly categoryAverages: readonly AverageView[];
  readonly overall: AverageView;
  readonly gradeLabel: string;
  /** None where the class has no work. */
  readonly missing: number | undefined;
}

export interface GradebookWork {
  readonly key: string;
  readonly title: string;
  readonly due: string;
  readonly possible: string;
  /** By class, the assignment that stands in the column. */
  readonly assignments: Readonly<Record<string, string>>;
}

/** What a view was made of, so that the next one is rebuilt only where something of it is another. */
export class GradebookParts {
  readonly rows = new MemoizedByInputs<{ readonly row: GradebookRow; readonly hasBoth: boolean }>();
  readonly work = new MemoizedByInputs<readonly GradebookWork[]>();
}

/**
 * Classes as the gradebook shows them: students down, work across, averages made. The scores themselves the screen has.
 * Categories and assignments of several classes meet by their names; classes that are not there are left out. Rows and
 * work that are made of the same as in an earlier view of the same `parts` are the very same objects.
 */
export function gradebookView(
  index: FiguresIndex,
  classIds: readonly string[],
  period: Period,
  parts = new GradebookParts(),
): GradebookView {
  const gradebooks = classIds.flatMap((id) => index.gradebook(id) ?? []);
  const classes = gradebooks.map(({ schoolClass }) => schoolClass);
  const methods = new Set(classes.map(({ method }) => method));
  const [method] = methods;
  const categories = new Map<string, { name: string; weight: string }>();
  for (const schoolClass of classes) {
    const { method: ofClass } = schoolClass;
    for (const { name, weight } of shownCategories(schoolClass, index.world)) {
      const before = categories.get(titleKey(name));
      const words = ofClass === "weighted" ? `weight ${weight}` : "";
      categories.set(titleKey(name), {
        name: before?.name ?? name,
        weight: before && before.weight !== words ? "" : words,
      });
    }
  }
  const rows = gradebooks.flatMap((gradebook) => classRows(index, gradebook, [...categories.keys()], period, parts));
  const assignments = gradebooks.map((gradebook) => gradebook.assignments);
  return {
    classIds: classes.map(({ id }) => id),
    period,
    hasBoth: rows.some(({ hasBoth }) => hasBoth),
    hasAverages: rows.some(
      ({ row }) => row.overall.text !== "" || row.categoryAverages.some(({ text }) => text !== ""),
    ),
    method: methods.size > 1 ? "" : method === "weighted" ? "categories by weight" : "all points together",
    work: parts.work.get("work", [period, ...assignments], () => workOf(gradebooks, period)),
    categories: [...categories.values()],
    rows: (classes.length > 1 ? rows.sort((a, b) => byFamilyName(a.student, b.student)) : rows).map(({ row }) => row),
  };
}

function classRows(
  index: FiguresIndex,
  { schoolClass, assignments }: ClassGradebook,
  categoryKeys: readonly string[],
  period: Period,
  parts: GradebookParts,
) {
  const scale = index.world.gradeScales.get(schoolClass.gradeScaleId);
  const view = (average: Average | undefined) => averageView(average, schoolClass.decimals);
  const places = categoryKeys.map((key) => schoolClass.categories.findIndex(({ name }) => titleKey(name) === key));
  // Where no work is known, nothing can be said to be missing.
  const knowsWork = assignments.length > 0;
  return index.enrolled(schoolClass.id).map((student) => {
    const figures = index.figures(schoolClass.id, student.id, period);
    const key = selectedKey({ classId: schoolClass.id, studentId: student.id });
    const { overall, categoryAverages } = figures;
    const made = parts.rows.get(key, [figures, student, schoolClass, scale, knowsWork, ...places], () => ({
      row: {
        key,
        studentId: student.id,
        classId: schoolClass.id,
        name: [student.familyName, student.givenName].filter(Boolean).join(", "),
        categoryAverages: places.map((place) => view(categoryAverages[place])),
        overall: view(overall),
        gradeLabel: (overall && gradeLabel(scale, overall.shown)) ?? "",
        missing: knowsWork ? figures.missing.length : undefined,
      },
      hasBoth: [overall, ...categoryAverages].some((average) => average?.other !== undefined),
    }));
    return { student, ...made };
  });
}

/** The columns of work: one class's in its own order, several classes' by due date, those without one last. */
function workOf(gradebooks: readonly ClassGradebook[], period: Period): GradebookWork[] {
  const columns = new Map<string, Assignment[]>();
  for (const gradebook of gradebooks) {
    const taken = new Map<string, number>();
    for (const assignment of assignmentsIn(gradebook, period)) {
      // A class may have two assignments of one title; they stay two columns.
      const title = titleKey(assignment.title);
      const turn = taken.get(title) ?? 0;
      taken.set(title, turn + 1);
      const key = `${title}/${turn}`;
      columns.set(key, [...(columns.get(key) ?? []), assignment]);
    }
  }
  const firstDue = (work: readonly Assignment[]) => work.map(({ dueDate = "9999" }) => dueDate).sort()[0] ?? "";
  const inOrder = [...columns];
  if (gradebooks.length > 1) inOrder.sort(([, a], [, b]) => firstDue(a).localeCompare(firstDue(b)));
  return inOrder.map(([key, work]) => ({
    key,
    title: work[0]?.title ?? "",
    due: agreed(work.map(({ dueDate }) => (dueDate ? formatDay(dueDate, "short") : ""))),
    possible: agreed(work.map(possibleWords)),
    assignments: Object.fromEntries(work.map(({ classId, id }) => [classId, id])),
  }));
}

/** What all say alike; nothing where they do not. */
function agreed(words: readonly string[]): string {
  return new Set(words).size === 1 ? (words[0] ?? "") : "";
}

function averageView(average: Average | undefined, decimals: number): AverageView {
  if (!average) return { shown: undefined, text: "", note: "" };
  const { shown } = average;
  const text = formatPercent(shown, decimals);
  if (!average.other || !differsFromOther(average)) return { shown, text, note: average.imported ? "imported" : "" };
  const other = formatPercent(average.other.shown, decimals);
  return { shown, text, note: average.imported ? `imported; the scores make ${other}` : `imported: ${other}` };
}

function possibleWords({ extraCredit, pointsPossible }: Assignment): string {
  if (extraCredit) return "extra credit";
  return pointsPossible === 0 ? "handed in or not" : `of ${pointsPossible}`;
}
