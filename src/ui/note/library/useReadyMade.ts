"use client";
import { useMemo } from "react";
import { latestAssignment } from "@/core/figures/latestAssignment";
import { currentPeriod } from "@/core/model/term";
import { type ReadyMade, readyMadeSelections } from "@/core/starters/readyMade";
import { useVine } from "@/ui/shared/VineContext";

/** The ready-made selections for today: about the current term and the assignment that fell due last. */
export function useReadyMade(): { period: string; readyMade: readonly ReadyMade[] } {
  const { world, today } = useVine();
  const latest = useLatestAssignment();
  const period = currentPeriod(world, today);
  const readyMade = useMemo(() => readyMadeSelections(latest), [latest]);
  return { period, readyMade };
}

/** The title of the assignment that fell due last and was marked; empty where none was. */
export function useLatestAssignment(): string {
  const { world, today } = useVine();
  const { assignments, scoreColumns } = world;
  return useMemo(() => latestAssignment({ assignments, scoreColumns }, today), [assignments, scoreColumns, today]);
}
