import type { Average } from "./average";
import { addFractions, compareFractions, type Fraction, fraction, sumOfFractions } from "./fraction";

/** What a class's averages come to, in percent and exact. Students without an average are counted apart, never as zero. */
export interface ClassStatistics {
  readonly count: number;
  readonly withoutAverage: number;
  readonly mean: Fraction;
  readonly minimum: Fraction;
  readonly lowerQuartile: Fraction;
  readonly median: Fraction;
  readonly upperQuartile: Fraction;
  readonly maximum: Fraction;
}

/** The statistics of exact averages; none when nobody has one. */
export function classStatistics(averages: readonly (Average | undefined)[]): ClassStatistics | undefined {
  const values = averages.flatMap((average) => average?.exact ?? []).sort(compareFractions);
  const [minimum] = values;
  const maximum = values.at(-1);
  if (!minimum || !maximum) return undefined;
  const sum = sumOfFractions(values);
  return {
    count: values.length,
    withoutAverage: averages.length - values.length,
    mean: divided(sum, values.length),
    minimum,
    lowerQuartile: quantile(values, 1, 4),
    median: quantile(values, 1, 2),
    upperQuartile: quantile(values, 3, 4),
    maximum,
  };
}

/** The median of values in any order; none of nothing. */
export function medianOf(values: readonly Fraction[]): Fraction | undefined {
  return values.length === 0 ? undefined : quantile([...values].sort(compareFractions), 1, 2);
}

/** How many averages, as they are shown, lie at or above a value in percent. */
export function countAtLeast(averages: readonly (Average | undefined)[], percent: number): number {
  return averages.filter((average) => average !== undefined && average.shown >= percent).length;
}

/**
 * The quantile of sorted values by linear interpolation between order statistics: type 7 of Hyndman and Fan (The
 * American Statistician 50, 1996). There must be at least one value.
 */
function quantile(sorted: readonly Fraction[], part: number, of: number): Fraction {
  const position = (sorted.length - 1) * part;
  const below = Math.floor(position / of);
  const rest = position % of;
  const low = sorted[below];
  const high = sorted[Math.min(below + 1, sorted.length - 1)];
  if (!low || !high) throw new Error("A quantile of nothing was asked.");
  const weighted = addFractions(times(low, of - rest), times(high, rest));
  return divided(weighted, of);
}

function times({ numerator, denominator }: Fraction, factor: number): Fraction {
  return { numerator: numerator * BigInt(factor), denominator };
}

function divided(value: Fraction, by: number): Fraction {
  return fraction(value.numerator, value.denominator * BigInt(by));
}
