import { classLabel } from "../model/schoolClass";
import { fullName } from "../model/student";
import type { World, WorldTable } from "../model/world";
import { listed } from "../words";
import type { Conflict, Dangling } from "./rebase";

const MOST_NAMED = 4;

/** Why an import can't be applied or taken back, what stands in the way by name, and what to do. */
export function conflictWords(conflicts: readonly Conflict[], dependents: readonly Dangling[], world: World): string {
  const things = [
    ...conflicts.map(({ table, key, path }) => `${thingName(table, key, path, world)} was changed since`),
    ...dependents.map(
      ({ table, key, missing }) =>
        `${thingName(table, key, [], world)} still needs ${thingName(missing.table, missing.key, [], world)}`,
    ),
  ];
  const distinct = [...new Set(things)];
  const named = distinct.slice(0, MOST_NAMED);
  if (distinct.length > MOST_NAMED) named.push(`${distinct.length - MOST_NAMED} more`);
  return `Nothing was done, so that nothing newer is lost: ${listed(named)}. Take back the newer import first, or change it by hand.`;
}

function thingName(table: WorldTable, key: string, path: readonly string[], world: World): string {
  const title = (id: string) => world.assignments.get(id)?.title ?? "a piece of work";
  const student = (id: string) => {
    const known = world.students.get(id);
    return known ? fullName(known) : "a student";
  };
  switch (table) {
    case "students":
      return student(key);
    case "guardians": {
      const guardian = world.guardians.get(key);
      return guardian ? fullName(guardian) : "a guardian";
    }
    case "classes": {
      const schoolClass = world.classes.get(key);
      return schoolClass ? classLabel(schoolClass) : "a class";
    }
    case "assignments":
      return title(key);
    case "scoreColumns":
      return path[1] ? `“${title(key)}” of ${student(path[1])}` : `“${title(key)}”`;
    case "averageColumns":
      return path[1] ? `an average of ${student(path[1])}` : "a column of averages";
    case "checklists": {
      const name = world.checklists.get(key)?.name;
      return name ? `the checklist “${name}”` : "a checklist";
    }
    case "logEntries":
      return "a class log";
    default:
      return "a setting";
  }
}
