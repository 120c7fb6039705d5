import { type Change, keysOf, type TableChange } from "../../change/change";
import type { Selection } from "../../model/selection";
import type { World } from "../../model/world";

/** Tables of which a change is said to be about some classes; of the others about all, or about no letter at all. */
const NO_LETTER = new Set(["bankComments", "seatingPlans", "templates", "keptSelections", "cards", "talks", "plans"]);

/** The classes whose letters a change may touch: "all" where it may be any. Notes are told by their ids. */
export function touchedClasses(change: Change, world: World): ReadonlySet<string> | "all" {
  const classes = new Set<string>();
  for (const [table, rows] of Object.entries(change) as [string, TableChange<unknown>][]) {
    if (NO_LETTER.has(table) || table === "notes" || keysOf(rows).length === 0) continue;
    const about = classesOf(table, rows, world);
    if (about === "all") return "all";
    for (const id of about) classes.add(id);
  }
  return classes;
}

function classesOf(table: string, rows: TableChange<unknown>, world: World): Iterable<string> | "all" {
  switch (table) {
    case "classes":
      return keysOf(rows);
    case "students":
      return classesOfStudents(new Set(keysOf(rows)), world);
    case "guardians": {
      const guardians = new Set(keysOf(rows));
      const children = [...world.students.values()].filter((one) =>
        one.guardians.some(({ guardianId }) => guardians.has(guardianId)),
      );
      return classesOfStudents(new Set(children.map(({ id }) => id)), world);
    }
    case "views":
      return everyRow<{ assignmentId: string }>(rows).flatMap(
        ({ assignmentId }) => world.assignments.get(assignmentId)?.classId ?? [],
      );
    default: {
      const named = everyRow<{ classId?: unknown }>(rows).map(({ classId }) => classId);
      return named.every((id) => typeof id === "string" && id !== "all") ? (named as string[]) : "all";
    }
  }
}

function classesOfStudents(ids: ReadonlySet<string>, { classes }: World): string[] {
  return [...classes.values()].flatMap(({ id, studentIds }) => (studentIds.some((one) => ids.has(one)) ? [id] : []));
}

function everyRow<Row>(rows: TableChange<unknown>): Row[] {
  return [...Object.values(rows.added), ...Object.values(rows.removed), ...Object.values(rows.updated).flat()] as Row[];
}

/** Whether letters of a selection may be touched by a change of some classes. */
export function isTouched({ classIds }: Pick<Selection, "classIds">, classes: ReadonlySet<string> | "all"): boolean {
  if (classes === "all") return true;
  return classIds === "all" ? classes.size > 0 : classIds.some((id) => classes.has(id));
}
