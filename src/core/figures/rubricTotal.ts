import type { Assignment } from "../model/assignment";
import { type Criterion, isJudged, pointsOf, type Reached } from "../model/criterion";
import { MAX_POINTS } from "../model/points";
import { addFractions, decimalFraction, type Fraction, fraction } from "./fraction";
import { roundFraction } from "./roundFraction";

/** How far the rubric of an assignment is judged, and what that comes to. */
export interface RubricTotal {
  /** How many criteria were judged, and of how many. */
  readonly judged: number;
  readonly of: number;
  /** The points so far, and the most that could be; none where its levels have no points. Exact, with weights. */
  readonly points: Fraction | undefined;
  readonly possible: Fraction | undefined;
  /** What becomes the score by the rule, in points; none before every criterion is judged, or where the rule is none. */
  readonly score: number | undefined;
}

/** A scaled total is given in hundredths of a point. */
const SCALED_DECIMALS = 2;
/** Points carry up to four decimals. */
const SUM_DECIMALS = 4;

/** The total of a rubric: each criterion's points times its weight, added up, or scaled to what the assignment is worth. */
export function rubricTotal(
  { rubric = [], totalRule = "none", pointsPossible }: Pick<Assignment, "rubric" | "totalRule" | "pointsPossible">,
  reached: Reached | undefined,
): RubricTotal {
  const judged = rubric.filter((criterion) => isJudged(criterion, reached)).length;
  const counting = rubric.filter((criterion) => mostOf(criterion) !== undefined);
  const points = counting.length > 0 ? weighted(counting, (criterion) => pointsOf(criterion, reached) ?? 0) : undefined;
  const possible = counting.length > 0 ? weighted(counting, (criterion) => mostOf(criterion) ?? 0) : undefined;
  const isWhole = rubric.length > 0 && judged === rubric.length;
  const score = isWhole && points && possible ? scoreOf(points, possible, totalRule, pointsPossible) : undefined;
  return { judged, of: rubric.length, points, possible, score };
}

function scoreOf(
  points: Fraction,
  possible: Fraction,
  rule: NonNullable<Assignment["totalRule"]>,
  pointsPossible: number,
): number | undefined {
  if (rule === "none" || (rule === "scaled" && possible.numerator === 0n)) return undefined;
  if (rule === "sum") return Math.min(MAX_POINTS, roundFraction(points, SUM_DECIMALS));
  const worth = decimalFraction(pointsPossible);
  return roundFraction(
    {
      numerator: points.numerator * worth.numerator * possible.denominator,
      denominator: points.denominator * worth.denominator * possible.numerator,
    },
    SCALED_DECIMALS,
  );
}

/** The most points of a criterion, without its weight; none where a level has no points. */
export function mostOf({ levels, most }: Criterion): number | undefined {
  if (most !== undefined) return most;
  const points = levels.map((level) => level.points);
  return points.every((one) => one !== undefined) ? Math.max(...points) : undefined;
}

function weighted(criteria: readonly Criterion[], pointsIn: (criterion: Criterion) => number): Fraction {
  return criteria.reduce(
    (sum, criterion) => {
      const points = decimalFraction(pointsIn(criterion));
      const weight = decimalFraction(criterion.weight ?? 1);
      return addFractions(sum, {
        numerator: points.numerator * weight.numerator,
        denominator: points.denominator * weight.denominator,
      });
    },
    fraction(0, 1),
  );
}
