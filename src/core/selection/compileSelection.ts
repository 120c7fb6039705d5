import type { MatchRule, SelectionPart } from "../model/condition";
import type { Selection } from "../model/selection";
import { compileCondition } from "./conditionKinds";
import type { Position } from "./conditions/judged";
import type { SelectionRow } from "./conditions/selectionRow";
import type { Reason } from "./reason";

/** What all conditions together say, with the reasons that decided it. */
export interface Verdict {
  readonly position: Position;
  /** Whether it is so; none where that can't be said because there is nothing to compare. */
  readonly holds: boolean | undefined;
  readonly reasons: readonly Reason[];
}

type Judge = (row: SelectionRow) => Verdict;

/**
 * The conditions of a selection as one function of a row.
 *
 *            all                                   any                    none
 *   selected   if all hold                           if one holds           if none holds
 *   near miss  if all hold or are near misses        if one is              never
 *   no average if it hangs on one without            the same               the same
 *   outside    else                                  else                   else
 *
 * Brackets with nothing in them say nothing. A student without an average never passes a comparison, and not by the
 * back door of "none" either.
 */
export function compileSelection(selection: Pick<Selection, "conditions" | "match">): (row: SelectionRow) => Verdict {
  const parts = selection.conditions.filter((part) => part.kind !== "group" || part.conditions.length > 0);
  if (parts.length === 0) return () => ({ position: "selected", holds: true, reasons: [{ kind: "in class" }] });
  return compileMatch(selection.match, parts.map(compilePart));
}

function compilePart(part: SelectionPart): Judge {
  if (part.kind === "group") return compileMatch(part.match, part.conditions.map(compilePart));
  const judge = compileCondition(part);
  return (row) => {
    const { position, reason } = judge(row);
    return { position, reasons: [reason], holds: position === "no average" ? undefined : position === "selected" };
  };
}

function compileMatch(match: MatchRule, judges: readonly Judge[]): Judge {
  const [only] = judges;
  if (only && judges.length === 1 && match !== "none") return only;
  return (row) => {
    const judged = judges.map((judge) => judge(row));
    const having = (position: Position) => judged.filter((one) => one.position === position);
    const holds = joined(match, judged);
    const verdict = (position: Position, parts: readonly Verdict[]): Verdict => ({
      position,
      holds,
      reasons: parts.flatMap(({ reasons }) => reasons),
    });
    const near = having("near miss");
    if (holds) return verdict("selected", match === "any" ? having("selected") : judged);
    if (match === "any" && near.length > 0) return verdict("near miss", near);
    const isAllNear = near.length > 0 && near.length + having("selected").length === judged.length;
    if (match === "all" && isAllNear) return verdict("near miss", judged);
    if (holds === undefined) {
      return verdict(
        "no average",
        judged.filter((one) => one.holds === undefined),
      );
    }
    return verdict("outside", match === "none" ? having("selected") : judged);
  };
}

/** Whether all, one or none hold; not to be said where that hangs on one that can't be said. */
function joined(match: MatchRule, judged: readonly Verdict[]): boolean | undefined {
  const has = (holds: boolean | undefined) => judged.some((one) => one.holds === holds);
  if (match === "all") return has(false) ? false : has(undefined) ? undefined : true;
  const any = has(true) || (has(undefined) ? undefined : false);
  return match === "any" || any === undefined ? any : !any;
}
