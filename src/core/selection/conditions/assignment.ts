import { formatTypedPercent } from "../../figures/roundFraction";
import { awayFrom, type Bounds, boundsWords, liesWithin } from "../../model/condition";
import { counted } from "../../words";
import type { ConditionKind, ConditionOf } from "./conditionKind";
import { assignmentOptions } from "./gradebookOptions";
import { NEAR_MISS_PERCENT } from "./judged";
import { percentOf } from "./percentBounds";
import { bounds, known, MOST_POINTS, type Phrase } from "./phrase";

interface ScoreReason extends Bounds {
  readonly kind: "assignment";
  readonly assignment: string;
  readonly points: number;
  readonly possible: number;
  readonly unit: "percent" | "points";
  readonly holds: boolean;
}

/** A score without points has nothing to compare; missing work is another condition. */
export const assignment: ConditionKind<"assignment", ScoreReason> = {
  offer: "score on one assignment",
  begins: { kind: "assignment", assignment: "", comparison: "at most", value: 60, unit: "percent" },
  phrase: (condition) => [
    "who have ",
    ...scoreBounds(condition),
    {
      // A sentence says the unit with each threshold.
      said: "",
      control: () => ({
        kind: "choice",
        label: "Percent or points",
        value: condition.unit,
        options: [
          { value: "percent", words: "%" },
          { value: "points", words: "points" },
        ],
        change: (unit) => ({ ...condition, unit: unit === "points" ? "points" : "percent" }),
      }),
    },
    " on ",
    known("Assignment", condition.assignment, condition.assignment, assignmentOptions, (title) => ({
      ...condition,
      assignment: title,
    })),
  ],
  judge: (condition) => {
    const held: Bounds = { comparison: condition.comparison, threshold: condition.value, upTo: condition.upTo };
    return (row) => {
      const found = row.assignment(condition.assignment);
      const points = found?.isMissing ? undefined : found?.score?.points;
      const possible = found?.assignment.pointsPossible ?? 0;
      if (points === undefined || (condition.unit === "percent" && possible === 0))
        return { position: "no average", reason: { kind: "no score", assignment: condition.assignment } };
      const value = condition.unit === "points" ? points : percentOf(points, possible);
      const holds = liesWithin(value, held);
      const reach = condition.unit === "percent" ? NEAR_MISS_PERCENT : (possible * NEAR_MISS_PERCENT) / 100;
      const { assignment: title, unit } = condition;
      return {
        position: holds ? "selected" : awayFrom(value, held) <= reach ? "near miss" : "outside",
        reason: { kind: "assignment", assignment: title, points, possible, ...held, unit, holds },
      };
    };
  },
  because: (reason, classLabel) => {
    const scored = `${reason.points} of ${counted(reason.possible, "point")}`;
    return `${reason.assignment}: ${scored} in ${classLabel}, ${reason.holds ? "" : "not "}${boundsWords(reason, writerOf(reason))}`;
  },
};

function scoreBounds(condition: ConditionOf<"assignment">): Phrase<ConditionOf<"assignment">> {
  const held: Bounds = { comparison: condition.comparison, threshold: condition.value, upTo: condition.upTo };
  const change = ({ comparison, threshold, upTo }: Bounds): ConditionOf<"assignment"> => {
    const { upTo: _before, ...rest } = condition;
    return { ...rest, comparison, value: threshold, ...(upTo !== undefined && { upTo }) };
  };
  return bounds("Score", held, writerOf(condition), change, { most: MOST_POINTS });
}

function writerOf({ unit }: { readonly unit: "percent" | "points" }): (threshold: number) => string {
  return unit === "percent" ? formatTypedPercent : (points) => counted(points, "point");
}
