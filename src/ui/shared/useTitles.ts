"use client";
import { useVine } from "./VineContext";

/** The titles of all assignments, the latest first; one title serves all classes that have it. */
export function useTitles(): string[] {
  const { world } = useVine();
  const latest = [...world.assignments.values()].sort((a, b) => (b.dueDate ?? "").localeCompare(a.dueDate ?? ""));
  return [...new Set(latest.map(({ title }) => title))];
}
