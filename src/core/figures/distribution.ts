import type { Average } from "./average";

/** One bar of a distribution: how many shown values lie from `from` up to, but not including, `to` (percent); the last has no end. */
export interface DistributionBar {
  readonly from: number;
  readonly to: number | undefined;
  readonly count: number;
}

const BAR_WIDTH = 10;
/** 100 and all above it are one bar. */
const LAST_BAR = 100 / BAR_WIDTH;

/** "70–79 %", "100 % and above". */
export function barWords({ from, to }: DistributionBar): string {
  return to === undefined ? `${from}\u00a0% and above` : `${from}–${to - 1}\u00a0%`;
}

/** How shown averages are spread over tens of percents, from the lowest to the highest that occurs. */
export function distribution(averages: readonly (Pick<Average, "shown"> | undefined)[]): DistributionBar[] {
  const shown = averages.flatMap((average) => (average ? [average.shown] : []));
  if (shown.length === 0) return [];
  const barOf = (value: number) => Math.min(LAST_BAR, Math.floor(value / BAR_WIDTH));
  const first = barOf(Math.min(...shown));
  const last = barOf(Math.max(...shown));
  const counts = new Map<number, number>();
  for (const value of shown) counts.set(barOf(value), (counts.get(barOf(value)) ?? 0) + 1);
  return Array.from({ length: last - first + 1 }, (_, place) => ({
    from: (first + place) * BAR_WIDTH,
    to: first + place === LAST_BAR ? undefined : (first + place + 1) * BAR_WIDTH,
    count: counts.get(first + place) ?? 0,
  }));
}
