import { type Average, differsFromOther } from "@/core/figures/average";
import { assignmentsIn } from "@/core/figures/classFigures";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { gradeLabel } from "@/core/figures/gradeLabel";
import { formatPercent } from "@/core/figures/rounding";
import type { Assignment } from "@/core/model/assignment";
import { formatDay } from "@/core/model/day";
import type { Period } from "@/core/model/term";

/** An average as it is shown, and what must be said of it: that it was imported, or that an imported one is another. */
export interface AverageView {
  /** In percent, as rounded for the class; none where there is no average. */
  readonly shown: number | undefined;
  readonly text: string;
  readonly note: string;
}

export interface GradebookView {
  readonly classId: string;
  readonly period: Period;
  readonly method: string;
  /** Whether imported averages stand beside computed ones, so that the class must say which count. */
  readonly hasBoth: boolean;
  readonly work: readonly {
    readonly id: string;
    readonly title: string;
    readonly categoryName: string;
    readonly due: string;
    readonly possible: string;
  }[];
  readonly categories: readonly { readonly name: string; readonly weight: string }[];
  readonly rows: readonly {
    readonly studentId: string;
    readonly name: string;
    readonly categoryAverages: readonly AverageView[];
    readonly overall: AverageView;
    readonly letterGrade: string;
    readonly missing: number;
  }[];
}

/** One class as the gradebook shows it: students down, work across, averages made. The scores themselves the screen has. */
export function gradebookView(index: FiguresIndex, classId: string, period: Period): GradebookView | undefined {
  const gradebook = index.gradebook(classId);
  if (!gradebook) return undefined;
  const { schoolClass } = gradebook;
  const scale = index.world.gradeScales.get(schoolClass.gradeScaleId);
  const work = assignmentsIn(gradebook, period);
  const view = (average: Average | undefined) => averageView(average, schoolClass.decimals);
  const students = index.enrolled(classId);
  const figuresOf = new Map(students.map(({ id }) => [id, index.figures(classId, id, period)]));
  const hasBoth = [...figuresOf.values()].some(({ overall, categoryAverages }) =>
    [overall, ...categoryAverages].some((average) => average?.other !== undefined),
  );
  return {
    classId,
    period,
    hasBoth,
    method: schoolClass.method === "weighted" ? "categories by weight" : "all points together",
    work: work.map((assignment) => ({
      id: assignment.id,
      title: assignment.title,
      categoryName: schoolClass.categories.find(({ id }) => id === assignment.categoryId)?.name ?? "",
      due: assignment.dueDate ? formatDay(assignment.dueDate, "short") : "",
      possible: possibleWords(assignment),
    })),
    categories: schoolClass.categories.map(({ name, weight }) => ({
      name,
      weight: schoolClass.method === "weighted" ? `weight ${weight}` : "",
    })),
    rows: students.map((student) => {
      const figures = figuresOf.get(student.id) ?? index.figures(classId, student.id, period);
      return {
        studentId: student.id,
        name: [student.familyName, student.givenName].filter(Boolean).join(", "),
        categoryAverages: figures.categoryAverages.map(view),
        overall: view(figures.overall),
        letterGrade: (figures.overall && gradeLabel(scale, figures.overall.shown)) ?? "",
        missing: figures.missing.length,
      };
    }),
  };
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
