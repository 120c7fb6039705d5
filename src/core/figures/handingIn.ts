import type { Assignment } from "../model/assignment";
import type { Day } from "../model/day";
import { type Period, WHOLE_YEAR } from "../model/term";
import { type Average, averageOf, computedValue, percentOf } from "./average";
import { type CategorySum, categorySums, overallOfSums } from "./categorySums";
import { medianOf } from "./classStatistics";
import { type CountingScore, isMissing } from "./countingScore";
import { addFractions, compareFractions, type Fraction, fraction, weightedMean } from "./fraction";
import { missingWork } from "./missingWork";
import { pointsToUnits } from "./pointsToUnits";
import { assignmentsIn, type ClassGradebook, countingIn, scoreIn, termsOf } from "./studentFigures";

/** What handing in missing work would do to an overall average. */
export interface HandingIn {
  readonly now: Average | undefined;
  /** With everything that is missing handed in. */
  readonly after: Average | undefined;
  /** With each assignment alone handed in, by what it lifts most; in the order of missing work where it lifts the same. */
  readonly assignments: readonly { readonly assignment: Assignment; readonly after: Average | undefined }[];
}

const HUNDRED: Fraction = { numerator: 100n, denominator: 1n };

/**
 * The overall average if the missing assignments were handed in, by the class's own method, drops rebuilt, without a late
 * deduction. Each earns `percent` of its points possible; without it the student's own average in the category without
 * the missing assignments, capped at 100, else the median of the category's averages over the class, else it stays as it is.
 * Exact: what is handed in earns a fraction of a point where its share is one.
 */
export function handingIn(
  gradebook: ClassGradebook,
  studentId: string,
  period: Period,
  today: Day,
  percent?: Fraction,
): HandingIn {
  const { schoolClass } = gradebook;
  const missing = missingWork(schoolClass, assignmentsIn(gradebook, period), scoreIn(gradebook, studentId), today);
  const expected = new Map<string, Fraction | undefined>();
  const shareOf = (assignment: Assignment) => {
    const key = `${assignment.termId}/${assignment.categoryId}`;
    if (!expected.has(key)) {
      expected.set(key, percent ?? expectedPercent(gradebook, studentId, assignment, today));
    }
    return expected.get(key);
  };
  const overallWith = (handedIn: ReadonlySet<string>) =>
    averageOf(computedValue(overallIf(gradebook, studentId, period, today, handedIn, shareOf)), schoolClass.decimals);
  const now = overallWith(new Set());
  const assignments = missing
    .map(({ assignment }) => ({ assignment, after: overallWith(new Set([assignment.id])) }))
    .sort((a, b) => compareAverages(b.after, a.after));
  return { now, after: overallWith(new Set(missing.map(({ assignment }) => assignment.id))), assignments };
}

function overallIf(
  gradebook: ClassGradebook,
  studentId: string,
  period: Period,
  today: Day,
  handedIn: ReadonlySet<string>,
  shareOf: (assignment: Assignment) => Fraction | undefined,
): Fraction | undefined {
  const { schoolClass } = gradebook;
  const counting = countingIn(gradebook, studentId, today);
  const countingOf = (assignment: Assignment): CountingScore | undefined => {
    const share = handedIn.has(assignment.id) ? shareOf(assignment) : undefined;
    if (!share || assignment.pointsPossible === 0) return counting(assignment);
    const possible = pointsToUnits(assignment.pointsPossible);
    return { assignmentId: assignment.id, earned: shareOfUnits(possible, share), possible, extraCredit: false };
  };
  const overallIn = (term: Period) => {
    const assignments = assignmentsIn(gradebook, term);
    const shares = new Map(
      assignments.flatMap((one): [string, Fraction][] => {
        const share = handedIn.has(one.id) && one.pointsPossible > 0 ? shareOf(one) : undefined;
        return share ? [[one.id, share]] : [];
      }),
    );
    return exactOverall(schoolClass, categorySums(schoolClass, assignments, countingOf), shares);
  };
  if (period !== WHOLE_YEAR || schoolClass.year === "pooled") return overallIn(period);
  return weightedMean(
    termsOf(gradebook).flatMap(({ termId, weight }) => {
      const value = overallIn(termId);
      return value ? [{ value, weight }] : [];
    }),
  );
}

/**
 * The overall average of sums in which some scores are shares of what is possible. Whole units decide which scores are dropped;
 * what those that are kept come to is summed exactly.
 */
function exactOverall(
  schoolClass: ClassGradebook["schoolClass"],
  sums: readonly CategorySum[],
  shares: ReadonlyMap<string, Fraction>,
): Fraction | undefined {
  if (shares.size === 0) return overallOfSums(schoolClass, sums);
  const exact = sums.map((sum) => {
    const earned = sum.kept.map(({ assignmentId, earned, possible }): Fraction => {
      const share = shares.get(assignmentId);
      return share
        ? { numerator: BigInt(possible) * share.numerator, denominator: share.denominator * 100n }
        : fraction(earned, 1);
    });
    return { sum, earned: earned.reduce(addFractions, fraction(0, 1)) };
  });
  if (schoolClass.method === "points") {
    return exactPercent(
      exact.map(({ earned }) => earned).reduce(addFractions, fraction(0, 1)),
      sums.reduce((total, { possible }) => total + possible, 0),
    );
  }
  return weightedMean(
    exact.flatMap(({ sum, earned }) => {
      const value = exactPercent(earned, sum.possible);
      return value ? [{ value, weight: sum.category.weight }] : [];
    }),
  );
}

function exactPercent({ numerator, denominator }: Fraction, possible: number): Fraction | undefined {
  return possible > 0 ? { numerator: numerator * 100n, denominator: denominator * BigInt(possible) } : undefined;
}

/** What a missing assignment may be expected to earn: see `handingIn`. */
function expectedPercent(
  gradebook: ClassGradebook,
  studentId: string,
  { termId, categoryId }: Assignment,
  today: Day,
): Fraction | undefined {
  const own = averageWithoutMissing(gradebook, studentId, termId, categoryId, today);
  const expected =
    own ??
    medianOf(
      gradebook.schoolClass.studentIds.flatMap((id) => {
        const sum = categorySums(
          gradebook.schoolClass,
          assignmentsIn(gradebook, termId).filter((one) => one.categoryId === categoryId),
          countingIn(gradebook, id, today),
        ).find(({ category }) => category.id === categoryId);
        return (sum && percentOf(sum.earned, sum.possible)) ?? [];
      }),
    );
  return expected && compareFractions(expected, HUNDRED) > 0 ? HUNDRED : expected;
}

function averageWithoutMissing(
  gradebook: ClassGradebook,
  studentId: string,
  termId: string,
  categoryId: string,
  today: Day,
): Fraction | undefined {
  const { schoolClass } = gradebook;
  const scoreOf = scoreIn(gradebook, studentId);
  const counting = countingIn(gradebook, studentId, today);
  const handedIn = assignmentsIn(gradebook, termId).filter(
    (one) => one.categoryId === categoryId && !isMissing(scoreOf(one), one, schoolClass, today),
  );
  const sum = categorySums(schoolClass, handedIn, counting).find(({ category }) => category.id === categoryId);
  return sum && percentOf(sum.earned, sum.possible);
}

/** A percent of units, half away from zero to a whole unit: enough to say which scores are dropped. */
function shareOfUnits(units: number, percent: Fraction): number {
  const numerator = BigInt(units) * percent.numerator * 2n + percent.denominator * 100n;
  return Number(numerator / (percent.denominator * 200n));
}

function compareAverages(a: Average | undefined, b: Average | undefined): number {
  return compareFractions(a?.exact ?? fraction(-1, 1), b?.exact ?? fraction(-1, 1));
}
