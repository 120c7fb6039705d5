import type { Condition } from "../model/condition";
import type { Selection } from "../model/selection";
import type { Starter } from "./starterWords";

/** A selection that comes along, with the starter it is written to with. */
export interface ReadyMade {
  readonly name: string;
  /** The note that one would begin to those who are in it. */
  readonly starter: Starter;
  readonly conditions: readonly Condition[];
}

/** Selections to begin with, each a sentence that can be changed word by word. `latestAssignment` is the title of the assignment that fell due last. */
export function readyMadeSelections(latestAssignment: string): readonly ReadyMade[] {
  return [
    {
      name: "Below 70 %",
      starter: "below a threshold",
      conditions: [{ kind: "overall", comparison: "below", percent: 70 }],
    },
    { name: "Missing work this term", starter: "missing work", conditions: [{ kind: "missing", atLeast: 1 }] },
    {
      name: latestAssignment ? `Not handed in: ${latestAssignment}` : "One assignment not handed in",
      starter: "missing work",
      conditions: [{ kind: "assignment status", assignment: latestAssignment, status: "not handed in" }],
    },
    {
      name: "Improved by 5 points",
      starter: "progress",
      conditions: [{ kind: "change", direction: "rose", atLeast: 5, since: { kind: "days", days: 28 } }],
    },
    { name: "Nothing missing", starter: "progress", conditions: [{ kind: "nothing missing" }] },
    {
      name: "Top of the class",
      starter: "progress",
      conditions: [{ kind: "rank", end: "top", count: 10, unit: "percent" }],
    },
    {
      name: "Not heard from in 21 days",
      starter: "progress",
      conditions: [{ kind: "written", within: false, days: 21 }],
    },
  ];
}

/** A selection of a ready-made one's conditions, in all classes and a term. */
export function selectionOf({ conditions }: Pick<ReadyMade, "conditions">, period: string): Selection {
  return {
    classIds: "all",
    period,
    match: "all",
    conditions: [...conditions],
    addedStudentIds: [],
    leftOutStudentIds: [],
  };
}
