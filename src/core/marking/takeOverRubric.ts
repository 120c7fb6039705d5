import { type Change, setRows } from "../change/change";
import { isOverruled, withTotal } from "../figures/markScore";
import type { Assignment } from "../model/assignment";
import type { Rubric } from "../model/rubric";
import type { Score, ScoreColumn } from "../model/score";
import type { World } from "../model/world";

/**
 * Brings a changed rubric into assignments that have a copy of it, where that is wanted: marks stay as they hang on ids, and
 * scores that came from the rubric are rebuilt; those set by hand stay.
 */
export function takeOverRubric(
  { id, criteria, totalRule, statementId }: Rubric,
  assignments: readonly Assignment[],
  { assignments: known, scoreColumns }: Pick<World, "assignments" | "scoreColumns">,
): Change {
  const next = assignments.map(
    (one): Assignment => ({ ...one, rubric: criteria, rubricId: id, totalRule, statementId }),
  );
  const columns = assignments.flatMap((before, place): [string, ScoreColumn][] => {
    const column = scoreColumns.get(before.id);
    const after = next[place];
    if (!column || !after) return [];
    const scores = Object.entries(column.scores).flatMap(([studentId, score]): [string, Score][] => {
      const renewed = score.levels && !isOverruled(score, before) ? withTotal(score, after) : score;
      return renewed ? [[studentId, renewed]] : [];
    });
    return [[before.id, { ...column, scores: Object.fromEntries(scores) }]];
  });
  return {
    assignments: setRows<"assignments">(known, new Map(next.map((one) => [one.id, one]))),
    scoreColumns: setRows<"scoreColumns">(scoreColumns, new Map(columns)),
  };
}
