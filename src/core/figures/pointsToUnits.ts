/**
 * Points as whole numbers of hundred-millionths, so that sums are exact.
 * Points carry four decimals and percents two; a percent of points therefore carries eight.
 */
const UNITS_PER_POINT = 100_000_000;

const TEN_THOUSANDTHS = 10_000;

/** Points (up to four decimals) as exact units; exact for sums below 90 million points. */
export function pointsToUnits(points: number): number {
  return Math.round(points * TEN_THOUSANDTHS) * (UNITS_PER_POINT / TEN_THOUSANDTHS);
}

/** A percent (up to two decimals) of points (up to four decimals), as exact units. */
export function percentOfPointsToUnits(percent: number, points: number): number {
  return Math.round(percent * 100) * Math.round(points * TEN_THOUSANDTHS);
}

/** Units back as points, for showing. */
export function unitsToPoints(units: number): number {
  return units / UNITS_PER_POINT;
}
