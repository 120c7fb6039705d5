import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import type { Category, SchoolClass } from "../model/schoolClass";
import type { Score, ScoreColumn } from "../model/score";
import { type Period, WHOLE_YEAR } from "../model/term";
import { type Average, averageOf, percentOf } from "./average";
import { type CountingScore, countingScore } from "./countingScore";
import { dropLowest } from "./dropLowest";
import { type Fraction, weightedMean } from "./fraction";
import { type MissingPiece, missingWork } from "./missingWork";

/** Everything the figures of one class are made from. `assignments` are in the order of the gradebook. */
export interface ClassGradebook {
  readonly schoolClass: SchoolClass;
  readonly assignments: readonly Assignment[];
  /** By assignment id. */
  readonly columns: ReadonlyMap<string, ScoreColumn>;
}

/** One student's figures in one class and one period. */
export interface StudentFigures {
  /** Parallel to the class's categories; none where nothing counts. */
  readonly categoryAverages: readonly (Average | undefined)[];
  readonly overall: Average | undefined;
  readonly missing: readonly MissingPiece[];
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
  const scoreOf = (assignment: Assignment) => gradebook.columns.get(assignment.id)?.scores[studentId];
  const sums = categorySums(schoolClass, inPeriod, scoreOf, today);
  return {
    categoryAverages: sums.map((sum) => averageOf(percentOf(sum.earned, sum.possible), schoolClass.decimals)),
    overall: averageOf(
      period === WHOLE_YEAR && schoolClass.year === "mean of terms"
        ? meanOfTerms(gradebook, scoreOf, today)
        : overallOf(schoolClass, sums),
      schoolClass.decimals,
    ),
    missing: missingWork(schoolClass, inPeriod, scoreOf, today),
  };
}

/** The pieces of work that belong to a period: those whose term it is, or all of them. */
export function assignmentsIn(gradebook: ClassGradebook, period: Period): readonly Assignment[] {
  return period === WHOLE_YEAR
    ? gradebook.assignments
    : gradebook.assignments.filter((assignment) => assignment.termId === period);
}

type ScoreOf = (assignment: Assignment) => Score | undefined;
interface CategorySum {
  readonly category: Category;
  readonly earned: number;
  readonly possible: number;
}

function categorySums(
  schoolClass: SchoolClass,
  assignments: readonly Assignment[],
  scoreOf: ScoreOf,
  today: Day,
): CategorySum[] {
  const counting = new Map<string, CountingScore[]>(schoolClass.categories.map((category) => [category.id, []]));
  for (const assignment of assignments) {
    const counts = countingScore(scoreOf(assignment), assignment, schoolClass, today);
    if (counts) counting.get(assignment.categoryId)?.push(counts);
  }
  return schoolClass.categories.map((category) => {
    const { kept } = dropLowest(counting.get(category.id) ?? [], category.dropLowest);
    let earned = 0;
    let possible = 0;
    for (const score of kept) {
      earned += score.earned;
      possible += score.possible;
    }
    return { category, earned, possible };
  });
}

function overallOf(schoolClass: SchoolClass, sums: readonly CategorySum[]): Fraction | undefined {
  if (schoolClass.method === "points") {
    return percentOf(
      sums.reduce((total, sum) => total + sum.earned, 0),
      sums.reduce((total, sum) => total + sum.possible, 0),
    );
  }
  return weightedMean(
    sums.flatMap(({ category, earned, possible }) => {
      const value = percentOf(earned, possible);
      return value ? [{ value, weight: category.weight }] : [];
    }),
  );
}

function meanOfTerms(gradebook: ClassGradebook, scoreOf: ScoreOf, today: Day): Fraction | undefined {
  const { schoolClass } = gradebook;
  const termIds = new Set(gradebook.assignments.map((assignment) => assignment.termId));
  return weightedMean(
    [...termIds].flatMap((termId) => {
      const value = overallOf(schoolClass, categorySums(schoolClass, assignmentsIn(gradebook, termId), scoreOf, today));
      return value ? [{ value, weight: schoolClass.termWeights[termId] ?? 1 }] : [];
    }),
  );
}
