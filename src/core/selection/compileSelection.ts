import type { Average } from "../figures/average";
import type { StudentFigures } from "../figures/classFigures";
import { compareFractions, decimalFraction, fractionToNumber } from "../figures/fraction";
import type { Condition } from "./condition";
import type { Reason } from "./reason";
import type { Selection } from "./selection";

/** How far outside a threshold a student still counts as a near miss: points of percent, or pieces of work. */
export const NEAR_MISS_PERCENT = 2;
const NEAR_MISS_PIECES = 1;

/** What the conditions are judged on: one student in one class and one period. */
export interface SelectionRow {
  readonly figures: StudentFigures;
  readonly decimals: number;
}

export interface Verdict {
  readonly standing: "selected" | "near miss" | "no average" | "outside";
  readonly reasons: readonly Reason[];
}

/**
 * The conditions of a selection as one function of a row.
 * A condition holds by the shown value. A student without an average never passes a comparison and stands apart
 * as "no average", unless another condition of an "any" selection holds.
 */
export function compileSelection(selection: Pick<Selection, "conditions" | "match">): (row: SelectionRow) => Verdict {
  const judges = selection.conditions.map(compileCondition);
  if (judges.length === 0) return () => ({ standing: "selected", reasons: [{ kind: "in class" }] });
  return (row) => {
    const judged = judges.map((judge) => judge(row));
    const having = (...standings: Verdict["standing"][]) =>
      judged.filter(({ standing }) => standings.includes(standing));
    const reasonsOf = (parts: readonly Judged[]) => parts.map(({ reason }) => reason);
    if (selection.match === "any") {
      for (const standing of ["selected", "near miss", "no average"] as const) {
        const found = having(standing);
        if (found.length > 0) return { standing, reasons: reasonsOf(found) };
      }
      return { standing: "outside", reasons: reasonsOf(judged) };
    }
    if (having("selected").length === judged.length) return { standing: "selected", reasons: reasonsOf(judged) };
    if (having("outside").length > 0) return { standing: "outside", reasons: reasonsOf(judged) };
    if (having("no average").length > 0) return { standing: "no average", reasons: reasonsOf(having("no average")) };
    return { standing: "near miss", reasons: reasonsOf(judged) };
  };
}

interface Judged {
  readonly standing: Verdict["standing"];
  readonly reason: Reason;
}

function compileCondition(condition: Condition): (row: SelectionRow) => Judged {
  switch (condition.kind) {
    case "overall":
      return ({ figures, decimals }) => {
        const { overall } = figures;
        if (!overall) return { standing: "no average", reason: { kind: "no average" } };
        const holds = overall.shown < condition.percent === (condition.comparison === "below");
        return {
          standing: holds ? "selected" : isNear(overall, condition.percent) ? "near miss" : "outside",
          reason: {
            kind: "overall",
            comparison: condition.comparison,
            threshold: condition.percent,
            average: overall,
            decimals,
            holds,
          },
        };
      };
    case "missing":
      return ({ figures }) => {
        const count = figures.missing.length;
        const holds = count >= condition.atLeast;
        const near = !holds && count > 0 && count >= condition.atLeast - NEAR_MISS_PIECES;
        return {
          standing: holds ? "selected" : near ? "near miss" : "outside",
          reason: {
            kind: "missing",
            atLeast: condition.atLeast,
            count,
            titles: figures.missing.map((piece) => piece.assignment.title),
            holds,
          },
        };
      };
  }
}

/** Close by the shown value, or on the other side of the threshold by the exact one. */
function isNear(average: Average, threshold: number): boolean {
  if (Math.abs(fractionToNumber(average.exact) - threshold) <= NEAR_MISS_PERCENT) return true;
  const exactIsBelow = compareFractions(average.exact, decimalFraction(threshold)) < 0;
  return exactIsBelow !== average.shown < threshold;
}
