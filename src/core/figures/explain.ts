import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import type { Category } from "../model/schoolClass";
import type { Score } from "../model/score";
import { type Period, WHOLE_YEAR } from "../model/term";
import { type Average, averageOf } from "./average";
import { isMissing } from "./countingScore";
import { unitsToPoints } from "./pointsToUnits";
import {
  assignmentsIn,
  type ClassGradebook,
  countingIn,
  positionIn,
  scoreIn,
  studentFigures,
  termsOf,
} from "./studentFigures";

/** Why a score counts as it does, or does not count. */
export type Treatment =
  | "counts"
  | "extra credit"
  | "late deduction taken"
  | "missing, counts by the class’s rule"
  | "dropped"
  | "excused"
  | "pending"
  | "blank"
  | "no points yet"
  | "0 points possible"
  | "missing, left out by the class’s rule";

/** One score with what it counts as, in points. */
export interface ExplainedScore {
  readonly assignment: Assignment;
  readonly score: Score | undefined;
  readonly treatment: Treatment;
  /** In points; none where it is left out. */
  readonly earned: number | undefined;
  readonly possible: number | undefined;
}

/** A category with its scores and the share it makes of the overall average, in percentage points. */
export interface ExplainedCategory {
  readonly category: Category;
  readonly scores: readonly ExplainedScore[];
  /** The sums of what counts, in points. */
  readonly earned: number;
  readonly possible: number;
  readonly average: Average | undefined;
  /** Its share of the overall average in percent, over the categories that have one; none where it has no part. */
  readonly share: number | undefined;
}

/** How an overall average is made: what counts, what was dropped or left out, with weights, adding up to the shown value. */
export interface Explanation {
  readonly method: "points" | "weighted" | "mean of terms";
  readonly categories: readonly ExplainedCategory[];
  /** For the mean of terms: each term with its weight. */
  readonly terms: readonly {
    readonly termId: string;
    readonly weight: number;
    readonly average: Average | undefined;
  }[];
  readonly overall: Average | undefined;
}

/** Explains a student's figures in one term, or the year as the mean of its terms. */
export function explain(gradebook: ClassGradebook, studentId: string, period: Period, today: Day): Explanation {
  const { schoolClass } = gradebook;
  const { overall } = studentFigures(gradebook, studentId, period, today);
  if (period === WHOLE_YEAR && schoolClass.year === "mean of terms") {
    const terms = termsOf(gradebook).map(({ termId, weight }) => ({
      termId,
      weight,
      average: averageOf(positionIn(gradebook, studentId, termId, today).overall, schoolClass.decimals),
    }));
    return { method: "mean of terms", categories: [], terms, overall };
  }
  const position = positionIn(gradebook, studentId, period, today);
  const weights = position.categories.map(({ category, value, possible }) =>
    schoolClass.method === "points" ? possible : value ? category.weight : 0,
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const categories = position.categories.map(({ category, dropped, earned, possible, value }, place) => {
    const out = new Set(dropped.map(({ assignmentId }) => assignmentId));
    const weight = weights[place] ?? 0;
    return {
      category,
      scores: assignmentsIn(gradebook, period)
        .filter(({ categoryId }) => categoryId === category.id)
        .map((assignment) => explainedScore(gradebook, studentId, assignment, out, today)),
      earned: unitsToPoints(earned),
      possible: unitsToPoints(possible),
      average: averageOf(value, schoolClass.decimals),
      share: total > 0 && weight > 0 ? (100 * weight) / total : undefined,
    };
  });
  return { method: schoolClass.method, categories, terms: [], overall };
}

function explainedScore(
  gradebook: ClassGradebook,
  studentId: string,
  assignment: Assignment,
  dropped: ReadonlySet<string>,
  today: Day,
): ExplainedScore {
  const { schoolClass } = gradebook;
  const score = scoreIn(gradebook, studentId)(assignment);
  const counts = countingIn(gradebook, studentId, today)(assignment);
  const missing = isMissing(score, assignment, schoolClass, today);
  if (counts) {
    return {
      assignment,
      score,
      treatment: dropped.has(assignment.id)
        ? "dropped"
        : missing && score?.points === undefined
          ? "missing, counts by the class’s rule"
          : assignment.extraCredit
            ? "extra credit"
            : score?.status === "late" && schoolClass.lateDeduction > 0
              ? "late deduction taken"
              : "counts",
      earned: unitsToPoints(counts.earned),
      possible: unitsToPoints(counts.possible),
    };
  }
  return {
    assignment,
    score,
    treatment: whyLeftOut(score, assignment, missing),
    earned: undefined,
    possible: undefined,
  };
}

function whyLeftOut(score: Score | undefined, assignment: Assignment, missing: boolean): Treatment {
  if (score?.status === "excused" || score?.status === "pending") return score.status;
  if (assignment.pointsPossible === 0 && !assignment.extraCredit) return "0 points possible";
  if (missing) return "missing, left out by the class’s rule";
  return score ? "no points yet" : "blank";
}
