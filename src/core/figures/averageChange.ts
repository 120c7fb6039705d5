/**
 * How far a shown average moved from another one, in percentage points: what a family could work out from what it was
 * told. Shown values carry two decimals at most, so that hundredths are whole numbers and no binary fraction is left.
 */
export function averageChange(now: { shown: number }, before: { shown: number }): number {
  return (Math.round(now.shown * 100) - Math.round(before.shown * 100)) / 100;
}
