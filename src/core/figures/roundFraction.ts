import type { Fraction } from "./fraction";

/**
 * The value at 0, 1 or 2 decimals, half away from zero, decided on the exact value:
 * 89.5 gives 90, and 28.5 gives 29 however it was reached.
 */
export function roundFraction(value: Fraction, decimals: number): number {
  const scale = 10n ** BigInt(decimals);
  const magnitude = value.numerator < 0n ? -value.numerator : value.numerator;
  const doubled = magnitude * scale * 2n;
  const rounded = (doubled + value.denominator) / (value.denominator * 2n);
  // Dividing by a power of ten gives the double nearest to the decimal, the same one that parsing its digits gives.
  return Number(value.numerator < 0n ? -rounded : rounded) / Number(scale);
}

/** A percent as people read it, such as "86 %" or "86.5 %"; the space does not break. */
export function formatPercent(shown: number, decimals: number): string {
  return `${shown.toFixed(decimals)}\u00a0%`;
}

/** A percent as the teacher typed it, without decimals that she did not type. */
export function formatTypedPercent(percent: number): string {
  return `${percent}\u00a0%`;
}

/** An exact value with enough decimals to see on which side of a threshold it lies: at most four. */
export function formatExactPercent(value: Fraction): string {
  return `${roundFraction(value, 4)}\u00a0%`;
}
