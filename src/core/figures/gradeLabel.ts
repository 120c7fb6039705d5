import type { GradeScale } from "../model/gradeScale";
import type { Statement } from "../model/statement";

/** The label of the band with the largest `from` at or below the shown value (percent); none below all bands. */
export function gradeLabel(scale: GradeScale | undefined, shown: number): string | undefined {
  return bandAt(scale?.bands, shown)?.label;
}

/** The words of the range with the largest `from` at or below the shown value (percent); none below all ranges. */
export function statementText(statement: Statement | undefined, shown: number): string | undefined {
  return bandAt(statement?.ranges, shown)?.text;
}

function bandAt<Band extends { readonly from: number }>(bands: readonly Band[] = [], shown: number): Band | undefined {
  let best: Band | undefined;
  for (const band of bands) if (band.from <= shown && (!best || band.from > best.from)) best = band;
  return best;
}
