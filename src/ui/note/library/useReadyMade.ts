"use client";
import { useMemo } from "react";
import { type ReadyMade, readyMadeSelections } from "@/core/letter/readyMade";
import type { Score } from "@/core/model/score";
import { currentPeriod } from "@/core/model/term";
import { useVine } from "@/ui/shared/VineContext";

/** The ready-made selections for today: about the current term and the assignment that fell due last. */
export function useReadyMade(): { period: string; readyMade: readonly ReadyMade[] } {
  const { world, today } = useVine();
  const latest = useLatestAssignment();
  const period = currentPeriod(world, today);
  const readyMade = useMemo(() => readyMadeSelections(latest), [latest]);
  return { period, readyMade };
}

/** Whether half of those who have an entry for an assignment were marked. */
function isMarked(scores: Readonly<Record<string, Score>> = {}): boolean {
  const entries = Object.values(scores);
  return entries.length > 0 && 2 * entries.filter(({ status }) => status !== "pending").length >= entries.length;
}

/** The title of the assignment that fell due last and was marked; empty where none was. */
export function useLatestAssignment(): string {
  const { world, today } = useVine();
  return useMemo(() => {
    let latest = { dueDate: "", title: "" };
    for (const { id, dueDate = "", title, extraCredit, pointsPossible } of world.assignments.values()) {
      if (extraCredit || pointsPossible === 0 || dueDate >= today || dueDate <= latest.dueDate) continue;
      if (isMarked(world.scoreColumns.get(id)?.scores)) latest = { dueDate, title };
    }
    return latest.title;
  }, [world.assignments, world.scoreColumns, today]);
}
