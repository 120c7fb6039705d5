"use client";
import { assignmentOptions } from "@/core/selection/conditions/gradebookOptions";
import { useVine } from "./VineContext";

/** The titles of all assignments, the latest first; one title serves all classes that have it. */
export function useTitles(): string[] {
  const { world } = useVine();
  return assignmentOptions(world).map(({ value }) => value);
}
