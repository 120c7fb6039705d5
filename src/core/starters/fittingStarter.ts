import type { World } from "../model/world";
import type { Starter } from "./starterWords";

/** The ready-made letter that fits what is known of some classes: how things stand, or a welcome where nothing is known yet. */
export function fittingStarter(world: World, classIds: readonly string[]): Starter {
  const hasAverages = [...world.averageColumns.values()].some(({ classId }) => classIds.includes(classId));
  return hasAverages || hasWork(world, classIds) ? "progress" : "welcome";
}

/** Whether some classes have assignments. */
export function hasWork({ assignments }: Pick<World, "assignments">, classIds: "all" | readonly string[]): boolean {
  return [...assignments.values()].some(({ classId }) => classIds === "all" || classIds.includes(classId));
}
