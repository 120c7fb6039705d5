import type { GradeScale } from "../model/gradeScale";

/** The label of the band with the largest `from` at or below the shown value (percent); none below all bands. */
export function gradeLabel(scale: GradeScale | undefined, shown: number): string | undefined {
  let best: { from: number; label: string } | undefined;
  for (const band of scale?.bands ?? []) {
    if (band.from <= shown && (!best || band.from > best.from)) best = band;
  }
  return best?.label;
}
