/** An exact quotient of whole numbers; the denominator is positive. Averages in percent are kept as fractions until they are shown. */
export interface Fraction {
  readonly numerator: bigint;
  readonly denominator: bigint;
}

/** The quotient of two whole numbers (safe integers or big ones). The denominator must be above zero. */
export function fraction(numerator: number | bigint, denominator: number | bigint): Fraction {
  return { numerator: BigInt(numerator), denominator: BigInt(denominator) };
}

/** A decimal number as typed, such as 69.5, as an exact fraction. */
export function decimalFraction(value: number): Fraction {
  const [digits = "0", exponent = "0"] = value.toString().toLowerCase().split("e");
  const [whole = "0", decimals = ""] = digits.split(".");
  const shift = Number(exponent) - decimals.length;
  const numerator = BigInt(whole + decimals);
  return shift >= 0
    ? { numerator: numerator * 10n ** BigInt(shift), denominator: 1n }
    : { numerator, denominator: 10n ** BigInt(-shift) };
}

/** Below zero, zero or above, as `a` is below, equal to or above `b`. */
export function compareFractions(a: Fraction, b: Fraction): number {
  const left = a.numerator * b.denominator;
  const right = b.numerator * a.denominator;
  return left < right ? -1 : left > right ? 1 : 0;
}

/** The exact sum of two values, shortened. */
export function addFractions(a: Fraction, b: Fraction): Fraction {
  const { numerator, denominator } = plainSum(a, b);
  return reduce(numerator, denominator);
}

/**
 * The exact sum of any number of values. They are added two by two and then two by two again, and never shortened: the
 * denominator of thousands of averages has thousands of digits, and shortening it at each step costs a thousand times more.
 */
export function sumOfFractions(values: readonly Fraction[]): Fraction {
  const [first, second] = values;
  if (!first) return fraction(0, 1);
  if (!second) return first;
  if (values.length > 2) {
    const middle = values.length >> 1;
    return sumOfFractions([sumOfFractions(values.slice(0, middle)), sumOfFractions(values.slice(middle))]);
  }
  return plainSum(first, second);
}

/**
 * The mean of values by weight, or none when the weights sum to nothing.
 * Weights are decimals as typed; the mean is exact.
 */
export function weightedMean(parts: readonly { value: Fraction; weight: number }[]): Fraction | undefined {
  let sum = fraction(0, 1);
  let weights = fraction(0, 1);
  for (const { value, weight } of parts) {
    const exactWeight = decimalFraction(weight);
    sum = addFractions(sum, {
      numerator: value.numerator * exactWeight.numerator,
      denominator: value.denominator * exactWeight.denominator,
    });
    weights = addFractions(weights, exactWeight);
  }
  if (weights.numerator === 0n) return undefined;
  return reduce(sum.numerator * weights.denominator, sum.denominator * weights.numerator);
}

/** The nearest floating-point number: for drawing and sorting, never for comparing with a threshold. */
export function fractionToNumber(value: Fraction): number {
  const whole = value.numerator / value.denominator;
  const rest = value.numerator % value.denominator;
  return Number(whole) + Number((rest * 1_000_000_000_000n) / value.denominator) / 1e12;
}

function plainSum(a: Fraction, b: Fraction): Fraction {
  return a.denominator === b.denominator
    ? { numerator: a.numerator + b.numerator, denominator: a.denominator }
    : {
        numerator: a.numerator * b.denominator + b.numerator * a.denominator,
        denominator: a.denominator * b.denominator,
      };
}

function reduce(numerator: bigint, denominator: bigint): Fraction {
  let a = numerator < 0n ? -numerator : numerator;
  let b = denominator;
  while (b) [a, b] = [b, a % b];
  return a > 1n ? { numerator: numerator / a, denominator: denominator / a } : { numerator, denominator };
}
