import type { Assignment } from "../model/assignment";
import { type AverageColumn, averageColumnId, OVERALL } from "../model/averageColumn";
import type { Day } from "../model/day";
import type { SchoolClass } from "../model/schoolClass";
import type { Score, ScoreColumn } from "../model/score";
import { type Period, WHOLE_YEAR } from "../model/term";
import { type Average, averageOf, chooseAverage, percentOf, type SourcedValue } from "./average";
import { categorySums, overallOf } from "./categorySums";
import { type CountingScore, countingScore } from "./countingScore";
import { decimalFraction, type Fraction, weightedMean } from "./fraction";
import { type MissingAssignment, missingWork } from "./missingWork";
import { type StatusCounts, statusCounts } from "./statusCounts";
import { whileInClass } from "./whileInClass";

/** Everything the figures of one class are made from. `assignments` are in the order of the gradebook. */
export interface ClassGradebook {
  readonly schoolClass: SchoolClass;
  readonly assignments: readonly Assignment[];
  /** By assignment id. */
  readonly columns: ReadonlyMap<string, ScoreColumn>;
  /** Imported averages by the id of their column. */
  readonly averages: ReadonlyMap<string, AverageColumn>;
}

/** One student's figures in one class and one period. */
export interface StudentFigures {
  /** Parallel to the class's categories; none where nothing counts. */
  readonly categoryAverages: readonly (Average | undefined)[];
  readonly overall: Average | undefined;
  readonly missing: readonly MissingAssignment[];
  readonly counts: StatusCounts;
}

/** A student's figures in a class, of one term or the whole year, as of a day. */
export function studentFigures(
  gradebook: ClassGradebook,
  studentId: string,
  period: Period,
  today: Day,
): StudentFigures {
  const { schoolClass } = gradebook;
  const inPeriod = assignmentsIn(gradebook, period);
  const scoreOf = scoreIn(gradebook, studentId);
  const position = positionIn(gradebook, studentId, period, today);
  return {
    categoryAverages: position.categories.map(({ value }) => averageOf(value, schoolClass.decimals)),
    overall: averageOf(
      period === WHOLE_YEAR && schoolClass.year === "mean of terms"
        ? meanOfTerms(gradebook, studentId, today)
        : position.overall,
      schoolClass.decimals,
    ),
    missing: missingWork(schoolClass, inPeriod, scoreOf, today),
    counts: statusCounts(inPeriod, scoreOf, schoolClass, today),
  };
}

/** How one student stands in one range of work: each category's value, and the overall one. */
export function positionIn(gradebook: ClassGradebook, studentId: string, period: Period, today: Day) {
  const { schoolClass } = gradebook;
  const categories = categorySums(
    schoolClass,
    assignmentsIn(gradebook, period),
    countingIn(gradebook, studentId, today),
  ).map((sum) => ({
    ...sum,
    value: chooseAverage(
      percentOf(sum.earned, sum.possible),
      importedAverage(gradebook, studentId, period, sum.category.id),
      schoolClass.averageSource,
    ),
  }));
  const fromScores = categories.some(({ possible }) => possible > 0);
  const computed = overallOf(schoolClass, categories);
  const imported = importedAverage(gradebook, studentId, period, OVERALL);
  // An overall average that was imported is nearer to the truth than one made of imported category averages alone.
  const source = fromScores ? schoolClass.averageSource : "imported";
  const overall = chooseAverage(computed, imported, source);
  return { categories, overall: overall && { ...overall, imported: overall.imported || !fromScores } };
}

function importedAverage(
  { schoolClass, averages }: ClassGradebook,
  studentId: string,
  period: Period,
  categoryId: string,
): Fraction | undefined {
  const percent = averages.get(averageColumnId(schoolClass.id, period, categoryId))?.percents[studentId];
  return percent === undefined ? undefined : decimalFraction(percent);
}

/** A student's score for an assignment; none where it is blank. */
export function scoreIn({ columns, schoolClass }: Pick<ClassGradebook, "columns" | "schoolClass">, studentId: string) {
  return (assignment: Assignment): Score | undefined =>
    whileInClass(columns.get(assignment.id)?.scores[studentId], assignment, schoolClass, studentId);
}

/** What each assignment counts as for a student, as of a day. */
export function countingIn(gradebook: ClassGradebook, studentId: string, today: Day) {
  const scoreOf = scoreIn(gradebook, studentId);
  return (assignment: Assignment): CountingScore | undefined =>
    countingScore(scoreOf(assignment), assignment, gradebook.schoolClass, today);
}

/** The assignments that belong to a period: those whose term it is, or all of them. */
export function assignmentsIn(gradebook: ClassGradebook, period: Period): readonly Assignment[] {
  return period === WHOLE_YEAR
    ? gradebook.assignments
    : gradebook.assignments.filter((assignment) => assignment.termId === period);
}

/** The terms that have work or imported averages in a class, each with its weight in the year. */
export function termsOf({ schoolClass, assignments, averages }: ClassGradebook): { termId: string; weight: number }[] {
  const termIds = new Set(assignments.map(({ termId }) => termId));
  for (const { classId, period } of averages.values()) {
    if (classId === schoolClass.id && period !== WHOLE_YEAR) termIds.add(period);
  }
  return [...termIds].map((termId) => ({ termId, weight: schoolClass.termWeights[termId] ?? 1 }));
}

function meanOfTerms(gradebook: ClassGradebook, studentId: string, today: Day): SourcedValue | undefined {
  const { schoolClass } = gradebook;
  const terms = termsOf(gradebook).flatMap(({ termId, weight }) => {
    const { overall } = positionIn(gradebook, studentId, termId, today);
    return overall ? [{ value: overall, weight }] : [];
  });
  const computed = weightedMean(terms.map(({ value, weight }) => ({ value: value.exact, weight })));
  const imported = importedAverage(gradebook, studentId, WHOLE_YEAR, OVERALL);
  const year = chooseAverage(computed, imported, schoolClass.averageSource);
  return year && { ...year, imported: year.imported || terms.every(({ value }) => value.imported) };
}
