import type { Average } from "./average";

/** One bar of a distribution: how many shown values lie from `from` up to, but not including, `to` (percent). */
export interface DistributionBar {
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

const BAR_WIDTH = 10;

/** How shown averages are spread over tens of percents, from the lowest to the highest that occurs; 100 and more stand apart. */
export function distribution(averages: readonly (Pick<Average, "shown"> | undefined)[]): DistributionBar[] {
  const shown = averages.flatMap((average) => (average ? [average.shown] : []));
  if (shown.length === 0) return [];
  const barOf = (value: number) => Math.floor(value / BAR_WIDTH);
  const first = barOf(Math.min(...shown));
  const last = barOf(Math.max(...shown));
  const counts = new Map<number, number>();
  for (const value of shown) counts.set(barOf(value), (counts.get(barOf(value)) ?? 0) + 1);
  return Array.from({ length: last - first + 1 }, (_, place) => ({
    from: (first + place) * BAR_WIDTH,
    to: (first + place + 1) * BAR_WIDTH,
    count: counts.get(first + place) ?? 0,
  }));
}
