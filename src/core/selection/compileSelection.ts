import type { MatchRule, SelectionPart } from "./condition";
import { compileCondition, type Standing } from "./judgeCondition";
import type { Reason } from "./reason";
import type { Selection } from "./selection";
import type { SelectionRow } from "./selectionRow";

export interface Verdict {
  readonly standing: Standing;
  readonly reasons: readonly Reason[];
}

type Judge = (row: SelectionRow) => Verdict;

/**
 * The conditions of a selection as one function of a row.
 *
 *            all                                   any                    none
 *   selected   if all are                          if one is              if all are outside or near misses
 *   near miss  if none is outside or no average    if one is              never
 *   no average if one is and none is outside       if one is, else        if one is and none is selected
 *   outside    if one is                           if all are             if one is selected
 *
 * A student without an average never passes a comparison, and not by the back door of "none" either.
 */
export function compileSelection(selection: Pick<Selection, "conditions" | "match">): Judge {
  if (selection.conditions.length === 0) return () => ({ standing: "selected", reasons: [{ kind: "in class" }] });
  return compileMatch(selection.match, selection.conditions.map(compilePart));
}

function compilePart(part: SelectionPart): Judge {
  if (part.kind === "group") {
    if (part.conditions.length === 0) return () => ({ standing: "selected", reasons: [] });
    return compileMatch(part.match, part.conditions.map(compilePart));
  }
  const judge = compileCondition(part);
  return (row) => {
    const { standing, reason } = judge(row);
    return { standing, reasons: [reason] };
  };
}

function compileMatch(match: MatchRule, judges: readonly Judge[]): Judge {
  return (row) => {
    const judged = judges.map((judge) => judge(row));
    const having = (standing: Standing) => judged.filter((one) => one.standing === standing);
    const verdict = (standing: Standing, parts: readonly Verdict[]): Verdict => ({
      standing,
      reasons: parts.flatMap(({ reasons }) => reasons),
    });
    switch (match) {
      case "any":
        for (const standing of ["selected", "near miss", "no average"] as const) {
          const found = having(standing);
          if (found.length > 0) return verdict(standing, found);
        }
        return verdict("outside", judged);
      case "all":
        if (having("selected").length === judged.length) return verdict("selected", judged);
        if (having("outside").length > 0) return verdict("outside", judged);
        if (having("no average").length > 0) return verdict("no average", having("no average"));
        return verdict("near miss", judged);
      case "none":
        if (having("selected").length > 0) return verdict("outside", having("selected"));
        if (having("no average").length > 0) return verdict("no average", having("no average"));
        return verdict("selected", judged);
    }
  };
}
