import type { World } from "../model/world";
import type { Starter } from "./starterWords";

/** The ready-made letter that fits what is known of some classes: how things stand, or a welcome where nothing is known yet. */
export function fittingStarter(world: World, classIds: readonly string[]): Starter {
  const classes = new Set(classIds);
  const isKnown =
    [...world.averageColumns.values()].some(({ classId }) => classes.has(classId)) ||
    [...world.assignments.values()].some(({ classId }) => classes.has(classId));
  return isKnown ? "progress" : "welcome";
}
