import { type Fraction, fraction } from "./fraction";
import { roundFraction } from "./rounding";

/** An average in percent: what it is exactly, and what a family is shown. Conditions and letters use the shown value. */
export interface Average {
  readonly exact: Fraction;
  readonly shown: number;
}

/** Earned over possible (both in units of points) as a percent; none when nothing was possible, never 0. */
export function percentOf(earned: number, possible: number): Fraction | undefined {
  return possible > 0 ? fraction(BigInt(earned) * 100n, possible) : undefined;
}

/** The exact value with the one that is shown at the class's decimals; none stays none. */
export function averageOf(exact: Fraction | undefined, decimals: number): Average | undefined {
  return exact && { exact, shown: roundFraction(exact, decimals) };
}
