import type { ChangeTable, Rows } from "../model/changeTables";
import { classLabel } from "../model/schoolClass";
import { fullName } from "../model/student";
import { listed } from "../words";
import type { Dangling } from "./danglingRecords";
import type { Conflict } from "./rebaseChange";

const MOST_NAMED = 4;

/** Why a change can't be made or taken back, what stands in the way by name, and what to do. */
export function conflictWords(conflicts: readonly Conflict[], dangling: readonly Dangling[], world: Rows): string {
  const things = [
    ...conflicts.map(({ table, key, path }) => `${thingName(table, key, path, world)} was changed since`),
    ...dangling.map(
      ({ table, key, missing }) =>
        `${thingName(table, key, [], world)} still needs ${thingName(missing.table, missing.key, [], world)}`,
    ),
  ];
  const distinct = [...new Set(things)];
  const named = distinct.slice(0, MOST_NAMED);
  if (distinct.length > MOST_NAMED) named.push(`${distinct.length - MOST_NAMED} more`);
  return `Nothing was done, so that nothing newer is lost: ${listed(named)}. Take back what is newer first, or change it by hand.`;
}

function thingName(table: ChangeTable, key: string, path: readonly string[], world: Rows): string {
  const title = (id: string) => world.assignments?.get(id)?.title ?? "an assignment";
  const student = (id: string) => {
    const known = world.students?.get(id);
    return known ? fullName(known) : "a student";
  };
  switch (table) {
    case "students":
      return student(key);
    case "guardians": {
      const guardian = world.guardians?.get(key);
      return guardian ? fullName(guardian) : "a guardian";
    }
    case "classes": {
      const schoolClass = world.classes?.get(key);
      return schoolClass ? classLabel(schoolClass) : "a class";
    }
    case "assignments":
      return title(key);
    case "scoreColumns":
      return path[1] ? `“${title(key)}” of ${student(path[1])}` : `“${title(key)}”`;
    case "averageColumns":
      return path[1] ? `an average of ${student(path[1])}` : "a column of averages";
    case "checklists":
      return named("the checklist", world.checklists?.get(key)?.name);
    case "ownColumns": {
      const column = named("the own column", world.ownColumns?.get(key)?.name);
      return path[1] ? `${column} of ${student(path[1])}` : column;
    }
    case "logEntries":
      return "a class log";
    case "rubrics":
      return named("the rubric", world.rubrics?.get(key)?.name);
    case "bankComments":
      return "a sentence of the comment bank";
    case "views":
      return "how somebody sees an assignment";
    case "markings":
      return `how ${title(key)} is marked`;
    case "notes":
      return named("the note", world.notes?.get(key)?.name);
    case "templates":
      return named("the template", world.templates?.get(key)?.name);
    case "keptSelections":
      return named("the selection", world.keptSelections?.get(key)?.name);
    case "cards":
      return named("the contact card", world.cards?.get(key)?.title);
    case "talks":
      return "a note of a talk";
    default:
      return "a setting";
  }
}

/** "the note “Progress”", or without a name "a note". */
function named(thing: string, name: string | undefined): string {
  return name ? `${thing} “${name}”` : thing.replace(/^the /, "a ");
}
