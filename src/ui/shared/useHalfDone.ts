import { useMemo } from "react";
import { markingState } from "@/core/figures/markScore";
import type { Assignment } from "@/core/model/assignment";
import { currentPeriod, WHOLE_YEAR } from "@/core/model/term";
import { useVine } from "./VineContext";

/** The assignments of this term that are marked in part. */
export function useHalfDone(): readonly Assignment[] {
  const { world, today } = useVine();
  return useMemo(() => {
    const { assignments, scoreColumns, classes } = world;
    const period = currentPeriod(world, today);
    return [...assignments.values()].filter((assignment) => {
      // Without a rubric nothing can be half done but what is commented on.
      if (!assignment.rubric?.length || (period !== WHOLE_YEAR && assignment.termId !== period)) return false;
      const scores = scoreColumns.get(assignment.id)?.scores ?? {};
      const inClass = classes.get(assignment.classId)?.studentIds ?? [];
      return inClass.some((id) => markingState(scores[id], assignment) === "half done");
    });
  }, [world, today]);
}
