import type { Assignment } from "@/core/model/assignment";
import { ownValueText } from "@/core/model/extraColumn";
import { classLabel } from "@/core/model/schoolClass";
import { formatScore } from "@/core/model/score";
import { periodName } from "@/core/model/term";
import type { World } from "@/core/model/world";
import { MOST_CLASS_MOVE } from "@/core/tables/classMoves";
import type { BringInPlan } from "@/core/tables/planBringIn";
import { counted } from "@/core/words";
import { labelOf, MOST_LISTED, nameOf } from "./nameOf";

export interface DifferenceView {
  readonly id: string;
  readonly title: string;
  readonly isNew: boolean;
  /** What of a new assignment is only a guess: "100 points possible". */
  readonly guessed: string;
  readonly added: number;
  readonly changed: number;
  readonly cleared: number;
  readonly unchanged: number;
  readonly rows: readonly {
    readonly who: string;
    readonly from: string;
    readonly to: string;
    readonly stands: boolean;
  }[];
  readonly more: number;
}

/** What would change, per class and assignment, families before scores. */
export function differencesOf(plan: BringInPlan, before: World): DifferenceView[] {
  const { after } = plan;
  const differences: DifferenceView[] = [];
  for (const { read, people, scores, averages, ownColumns, terms } of plan.tables) {
    if (terms.length > 0) {
      differences.push(
        list(
          `${read.id}/terms`,
          "Terms",
          terms.map(({ name, from, to }) => ({ who: name, from: "", to: `${from} to ${to}`, stands: false })),
          0,
        ),
      );
    }
    if (people && people.people.length > 0) {
      const rows = people.people.flatMap(({ studentId, isNew, differences: list }) =>
        list.length === 0 && isNew
          ? [{ who: nameOf(studentId, after), from: "", to: "new student", stands: false }]
          : list.map(({ what, from, to }) => ({
              who: `${nameOf(studentId, after)}: ${what}`,
              from,
              to,
              stands: from !== "",
            })),
      );
      const added = people.people.filter(({ isNew }) => isNew).length;
      differences.push({
        ...list(`${read.id}/people`, `Families, by ${read.table.name}`, rows, 0),
        added,
        changed: people.people.length - added,
      });
    }
    for (const { assignment, isNew, changes, unchanged, above, guessed } of scores?.assignments ?? []) {
      if (changes.length === 0) continue;
      const isAbove = new Set(above);
      const rows = firstOf(changes, (change) => isAbove.has(change) || change.from !== undefined).map((change) => ({
        who: nameOf(change.studentId, after),
        from: formatScore(change.from),
        to: change.to ? formatScore(change.to) : "cleared",
        stands: isAbove.has(change),
      }));
      differences.push({
        ...list(
          `${read.id}/${assignment.id}`,
          `${assignment.title}, ${labelOf(assignment.classId, after)}`,
          rows,
          unchanged,
          changes.length,
        ),
        isNew,
        guessed: guessWords(assignment, guessed, after),
        added: changes.filter(({ from }) => !from).length,
        changed: changes.filter(({ from, to }) => from && to).length,
        cleared: changes.filter(({ to }) => !to).length,
      });
    }
    for (const { classId, period, name, changes, unchanged, column } of averages?.averages ?? []) {
      if (changes.length === 0) continue;
      const rows = firstOf(changes, ({ from }) => from !== undefined).map(({ studentId, from, to }) => ({
        who: nameOf(studentId, after),
        from: from === undefined ? "" : `${from} %`,
        to: `${to} %`,
        stands: false,
      }));
      const where = `${labelOf(classId, after)}, ${periodName(period, [...after.terms.values()]) ?? ""}`;
      differences.push({
        ...list(
          `${read.id}/${column}/${classId}/${period}`,
          `${name === "overall" ? "Overall averages" : `Averages of ${name}`}, ${where}`,
          rows,
          unchanged,
          changes.length,
        ),
        added: changes.filter(({ from }) => from === undefined).length,
        changed: changes.filter(({ from }) => from !== undefined).length,
      });
    }
    for (const { own, changes, unchanged, column } of ownColumns?.columns ?? []) {
      if (changes.length === 0) continue;
      const rows = firstOf(changes, ({ from }) => from !== undefined).map(({ studentId, from, to }) => ({
        who: nameOf(studentId, after),
        from: ownValueText(from),
        to: to === undefined ? "cleared" : ownValueText(to),
        stands: false,
      }));
      const where = own.classId === "all" ? "of each student" : labelOf(own.classId, after);
      differences.push({
        ...list(
          `${read.id}/${column}/${own.id}`,
          `Extra column “${own.name}”, ${where}`,
          rows,
          unchanged,
          changes.length,
        ),
        added: changes.filter(({ from }) => from === undefined).length,
        changed: changes.filter(({ from, to }) => from !== undefined && to !== undefined).length,
        cleared: changes.filter(({ to }) => to === undefined).length,
      });
    }
  }
  const newClasses = [...after.classes.values()].filter(({ id }) => !before.classes.has(id));
  if (newClasses.length > 0) {
    differences.unshift(
      list(
        "classes",
        "New classes",
        newClasses.map((one) => ({
          who: classLabel(one),
          from: "",
          to: counted(one.studentIds.length, "student"),
          stands: false,
        })),
        0,
      ),
    );
  }
  return differences;
}

function guessWords(assignment: Assignment, guessed: readonly string[], world: World): string {
  const category = world.classes
    .get(assignment.classId)
    ?.categories.find(({ id }) => id === assignment.categoryId)?.name;
  return [
    guessed.includes("points possible") && assignment.pointsPossible === 0 ? "no points yet" : "",
    guessed.includes("category") ? `category ${category ?? ""}` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

/** Those that a screen lists, what changes something that is there first; all others are only counted. */
function firstOf<Item>(items: readonly Item[], isFirst: (item: Item) => boolean): Item[] {
  const [first, others]: [Item[], Item[]] = [[], []];
  for (const item of items) {
    const list = isFirst(item) ? first : others;
    if (list.length < MOST_LISTED) list.push(item);
  }
  return [...first, ...others].slice(0, MOST_LISTED);
}

function list(
  id: string,
  title: string,
  rows: DifferenceView["rows"],
  unchanged: number,
  count = rows.length,
): DifferenceView {
  // What changes something that is there comes before what is only new.
  const sorted = [...rows].sort(
    (a, b) => Number(b.stands) - Number(a.stands) || Number(b.from !== "") - Number(a.from !== ""),
  );
  return {
    id,
    title,
    isNew: false,
    guessed: "",
    added: count,
    changed: 0,
    cleared: 0,
    unchanged,
    rows: sorted.slice(0, MOST_LISTED),
    more: Math.max(0, count - MOST_LISTED),
  };
}

/** The first of a list of sentences, and how many more there are. */
function cut(words: readonly string[]): string[] {
  return words.length <= MOST_OUTLIERS
    ? [...words]
    : [...words.slice(0, MOST_OUTLIERS), `And ${words.length - MOST_OUTLIERS} more of this kind.`];
}
const MOST_OUTLIERS = 12;

/** What to look at first: classes that jump, scores above what is possible, whole columns empty, addresses that are replaced. */
export function outliersOf({ tables, moves, after }: BringInPlan): string[] {
  const outliers: string[] = [];
  for (const { classId, before, after: mean } of moves) {
    outliers.push(
      `The mean of ${labelOf(classId, after)} would go from ${before.toFixed(1)} % to ${mean.toFixed(1)} %, a move of more than ${MOST_CLASS_MOVE} points.`,
    );
  }
  for (const { people } of tables) {
    for (const { studentId, differences } of people?.people ?? []) {
      for (const { what, from, to } of differences) {
        if (from === "" || !/address|letters go to|name/.test(what)) continue;
        outliers.push(`${nameOf(studentId, after)}: ${what} would be ${to}, and was ${from}.`);
      }
    }
  }
  for (const { scores, read } of tables) {
    for (const { assignment, above, isEmpty, isNew } of scores?.assignments ?? []) {
      const where = `“${assignment.title}” in ${labelOf(assignment.classId, after)}`;
      if (above.length > 0) {
        const [first] = above;
        outliers.push(
          `${counted(above.length, "score")} above the ${assignment.pointsPossible} points of ${where}, such as ${first?.to?.points} of ${nameOf(first?.studentId, after)}.`,
        );
      }
      if (isEmpty && !isNew) outliers.push(`The whole column ${where} is empty in ${read.table.name}.`);
    }
  }
  return cut(outliers);
}
