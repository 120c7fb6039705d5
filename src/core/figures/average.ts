import { type Fraction, fraction } from "./fraction";
import { roundFraction } from "./roundFraction";

/** An average in percent: what it is exactly, and what a family is shown. Conditions and letters use the shown value. */
export interface Average {
  readonly exact: Fraction;
  readonly shown: number;
  /** Whether only the average came from somewhere else, and not the scores that it is made of. */
  readonly imported: boolean;
  /** The average that does not count: the computed one beside an imported one, or the other way round. */
  readonly other?: { readonly exact: Fraction; readonly shown: number };
}

/** Earned over possible (both in units of points) as a percent; none when nothing was possible, never 0. */
export function percentOf(earned: number, possible: number): Fraction | undefined {
  return possible > 0 ? fraction(BigInt(earned) * 100n, possible) : undefined;
}

/** A value with where it came from, before it is shown. */
export interface SourcedValue {
  readonly exact: Fraction;
  readonly imported: boolean;
  readonly other?: Fraction;
}

/** A value made from scores; none stays none. */
export function computedValue(exact: Fraction | undefined): SourcedValue | undefined {
  return exact && { exact, imported: false };
}

/**
 * Which of a computed and an imported average counts. Where there is one alone it counts; where there are both the
 * class says which, and the other stays beside it.
 */
export function chooseAverage(
  computed: Fraction | undefined,
  imported: Fraction | undefined,
  source: "computed" | "imported",
): SourcedValue | undefined {
  if (!imported) return computedValue(computed);
  if (!computed) return { exact: imported, imported: true };
  return source === "imported"
    ? { exact: imported, imported: true, other: computed }
    : { exact: computed, imported: false, other: imported };
}

/** The value with the one that is shown at the class's decimals; none stays none. */
export function averageOf(value: SourcedValue | undefined, decimals: number): Average | undefined {
  if (!value) return undefined;
  const { exact, imported, other } = value;
  const shown = (one: Fraction) => roundFraction(one, decimals);
  return {
    exact,
    shown: shown(exact),
    imported,
    ...(other && { other: { exact: other, shown: shown(other) } }),
  };
}

/** Whether the average that does not count would be shown as another one: a difference beyond rounding. */
export function differsFromOther({ shown, other }: Average): boolean {
  return other !== undefined && other.shown !== shown;
}
