import { shownCategories } from "../../model/shownCategories";
import type { World } from "../../model/world";
import { asTheyAre, type Option } from "./phrase";

/** The assignments by their titles, the latest first: one title may stand in several classes. */
export function assignmentOptions(world: World): Option[] {
  const latest = [...world.assignments.values()].sort((a, b) => (b.dueDate ?? "").localeCompare(a.dueDate ?? ""));
  return asTheyAre([...new Set(latest.map(({ title }) => title))]);
}

export function categoryOptions(world: World): Option[] {
  const shown = [...world.classes.values()].flatMap((one) => shownCategories(one, world));
  return asTheyAre([...new Set(shown.map(({ name }) => name))]);
}
