import { useMemo } from "react";
import { halfDone } from "@/core/marking/halfDone";
import type { Assignment } from "@/core/model/assignment";
import { useVine } from "./VineContext";

/** The assignments of this term that are marked in part. */
export function useHalfDone(): readonly Assignment[] {
  const { world, today } = useVine();
  return useMemo(() => halfDone(world, today), [world, today]);
}
