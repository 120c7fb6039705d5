import { applyChange, type Change, type TableChange } from "../change/change";
import type { ChangeTable, ChangeTables } from "../model/changeTables";
import type { Selection } from "../model/selection";
import { WHOLE_YEAR } from "../model/term";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { criterionKey } from "./fields/criterionField";
import { sourceOf } from "./fields/fieldsFor";

/** What notes, templates, selections and pages speak of by its name. */
export type NamedKind = "assignment" | "category" | "criterion" | "own" | "checklist" | "statement";

/** Something of the gradebook that got another name. */
export interface Renamed {
  readonly kind: NamedKind;
  readonly from: string;
  readonly to: string;
  /** Of a criterion: the title of its assignment, as it was. */
  readonly assignment?: string;
  /** The class that it belongs to, or all. */
  readonly classId: string;
  /** Of work: its term. */
  readonly termId?: string;
}

/** What a change names otherwise. A name that is only spelled with other capitals or spaces is the same one. */
function renamesIn(change: Change): Renamed[] {
  const all: Renamed[] = [];
  const note = (renamed: Renamed) => {
    if (titleKey(renamed.from) !== titleKey(renamed.to)) all.push(renamed);
  };
  for (const [before, after] of updatedIn(change.assignments)) {
    const { title: assignment, classId, termId } = before;
    note({ kind: "assignment", from: assignment, to: after.title, classId, termId });
    for (const { id, name: from } of before.rubric ?? []) {
      const to = after.rubric?.find((one) => one.id === id)?.name ?? from;
      note({ kind: "criterion", assignment, from, to, classId, termId });
    }
  }
  for (const [before, after] of updatedIn(change.classes))
    for (const { id, name: from } of before.categories) {
      const to = after.categories.find((one) => one.id === id)?.name ?? from;
      note({ kind: "category", from, to, classId: before.id });
    }
  for (const [before, after] of updatedIn(change.ownColumns))
    note({ kind: "own", from: before.name, to: after.name, classId: before.classId });
  for (const [before, after] of updatedIn(change.checklists))
    note({ kind: "checklist", from: before.name, to: after.name, classId: before.classId });
  for (const [before, after] of updatedIn(change.statements))
    note({ kind: "statement", from: before.name, to: after.name, classId: "all" });
  return all;
}

function updatedIn<Row>(table: TableChange<Row> | undefined): [Row, Row][] {
  return Object.values(table?.updated ?? {});
}

/** Records that name things of the gradebook, as far as a change of names goes on in them. */
export interface Naming {
  readonly notes: readonly ChangeTables["notes"][];
  readonly templates: readonly ChangeTables["templates"][];
  readonly keptSelections: readonly ChangeTables["keptSelections"][];
}

/** What a change names otherwise, and the world before and after it. */
export interface Renaming {
  readonly renames: readonly Renamed[];
  readonly before: World;
  readonly after: World;
}

/** The new names of a change; none where it gives none. `world` is as it was before. */
export function renamingOf(change: Change, world: World): Renaming | undefined {
  const renames = renamesIn(change);
  return renames.length === 0 ? undefined : { renames, before: world, after: applyChange(world, change) };
}

/**
 * A change together with what follows from its new names: whatever speaks of something under its old name speaks of it under
 * the new one. Where another class of a note still has the old name, the note keeps it.
 */
export function withNamesCarried(change: Change, renaming: Renaming, naming: Naming): Change {
  const ofSelection = <Row extends { selection: Selection }>(row: Row) => carriedIn(row, renaming);
  const everywhere = holdingFor(renaming, { classIds: "all", period: WHOLE_YEAR });
  const designs = [...renaming.before.pageDesigns.values()];
  return {
    ...change,
    ...changedTable("notes", naming.notes, change, ofSelection),
    ...changedTable("templates", naming.templates, change, (one) => renamedIn(one, everywhere)),
    ...changedTable("keptSelections", naming.keptSelections, change, ofSelection),
    ...changedTable("pageDesigns", designs, change, (one) => renamedIn(one, everywhere)),
  };
}

/** A note or a selection with the names that hold where it looks; the very same where it names nothing of it. */
export function carriedIn<Row extends { selection: Selection }>(row: Row, renaming: Renaming): Row {
  return renamedIn(row, holdingFor(renaming, row.selection));
}

/** One table of a change with some of its records made others; what the change itself says of a record comes first. */
function changedTable<T extends ChangeTable>(
  table: T,
  records: readonly (ChangeTables[T] & { readonly id: string })[],
  change: Change,
  renamed: (record: ChangeTables[T]) => ChangeTables[T],
): Change {
  const { added = {}, updated = {}, removed = {} } = (change[table] ?? {}) as Partial<TableChange<ChangeTables[T]>>;
  const carried: Record<string, [ChangeTables[T], ChangeTables[T]]> = {};
  for (const record of records) {
    if (removed[record.id]) continue;
    const [from, now] = updated[record.id] ?? [record, record];
    const to = renamed(now);
    if (to !== now) carried[record.id] = [from, to];
  }
  return Object.keys(carried).length === 0
    ? {}
    : ({ [table]: { added, updated: { ...updated, ...carried }, removed } } as Change);
}

/** What a note looks at: its classes, and the term that its work is of. */
type Scope = Pick<Selection, "classIds" | "period">;

/** The new names that hold for what a note looks at: something there got the new one, and nothing kept the old one. */
function holdingFor(renaming: Renaming, scope: Scope): Renamed[] {
  return renaming.renames.filter((one) => isSeen(one, scope) && !isKept(one, renaming, scope));
}

function isSeen({ classId, termId }: { classId: string; termId?: string | undefined }, { classIds, period }: Scope) {
  const isInTerm = termId === undefined || period === WHOLE_YEAR || termId === period;
  return isInTerm && (classIds === "all" || classId === "all" || classIds.includes(classId));
}

/** Whether something that a note looks at had a name before and still has it. */
function isKept(renamed: Renamed, { before, after }: Renaming, scope: Scope): boolean {
  const had = new Set(named(renamed, before, scope));
  return named(renamed, after, scope).some((id) => had.has(id));
}

/** The ids of whatever has the old name. */
function named({ kind, from, assignment = "" }: Renamed, world: World, scope: Scope): string[] {
  const isIt = (name: string) => titleKey(name) === titleKey(from);
  const seen = <Row extends { id: string; classId: string }>(rows: Iterable<Row>, isNamed: (row: Row) => boolean) =>
    [...rows].flatMap((row) => (isSeen(row, scope) && isNamed(row) ? [row.id] : []));
  switch (kind) {
    case "assignment":
      return seen(world.assignments.values(), ({ title }) => isIt(title));
    case "criterion":
      return seen(world.assignments.values(), ({ title }) => titleKey(title) === titleKey(assignment)).flatMap((id) =>
        (world.assignments.get(id)?.rubric ?? []).flatMap((one) => (isIt(one.name) ? [`${id}/${one.id}`] : [])),
      );
    case "category":
      return [...world.classes.values()].flatMap(({ id, categories }) =>
        isSeen({ classId: id }, scope) ? categories.flatMap((one) => (isIt(one.name) ? [`${id}/${one.id}`] : [])) : [],
      );
    case "own":
      return seen(world.ownColumns.values(), ({ name }) => isIt(name));
    case "checklist":
      return seen(world.checklists.values(), ({ name }) => isIt(name));
    case "statement":
      return [...world.statements.values()].flatMap(({ id, name }) => (isIt(name) ? [id] : []));
  }
}

/** Which names each kind of condition has, by the field that holds them. */
const NAMES_OF_CONDITIONS: Readonly<Record<string, Readonly<Record<string, NamedKind>>>> = {
  category: { category: "category" },
  "any assignment": { category: "category" },
  assignment: { assignment: "assignment" },
  "assignment status": { assignment: "assignment" },
  marked: { assignment: "assignment" },
  criterion: { criterion: "criterion", assignment: "assignment" },
  "own column": { column: "own" },
  checklist: { checklist: "checklist" },
};

/** The same for blocks of letters and pages. */
const NAMES_OF_BLOCKS: Readonly<Record<string, Readonly<Record<string, NamedKind>>>> = {
  missingWork: { assignments: "assignment" },
  assignmentScore: { assignment: "assignment" },
  rubric: { assignment: "assignment" },
  averagesTable: { leftOut: "category" },
};

/** Whatever names something, with its new names; the very same where it names nothing of it. */
export function renamedIn<Value>(value: Value, renames: readonly Renamed[]): Value {
  return renames.length === 0 ? value : (walked(value, renames) as Value);
}

function walked(value: unknown, renames: readonly Renamed[]): unknown {
  if (Array.isArray(value)) {
    const made = value.map((one) => walked(one, renames));
    return made.some((one, place) => one !== value[place]) ? made : value;
  }
  if (typeof value !== "object" || value === null) return value;
  const before = value as Record<string, unknown>;
  const after: Record<string, unknown> = {};
  let isAnother = false;
  const { type, kind, design } = before;
  for (const [key, part] of Object.entries(before)) {
    const inside = walked(part, renames);
    const named =
      typeof kind === "string" ? NAMES_OF_CONDITIONS[kind]?.[key] : isReport(key, design) ? "assignment" : undefined;
    const made =
      key === "attrs" && typeof type === "string"
        ? attributes(type, inside as Record<string, unknown>, renames)
        : named
          ? nameNow(named, inside, renames, before.assignment)
          : inside;
    if (made !== part) isAnother = true;
    after[key] = made;
  }
  return isAnother ? after : value;
}

/** A report that goes along names the assignment that it speaks of. */
function isReport(key: string, design: unknown): boolean {
  return key === "assignment" && typeof design === "string";
}

function attributes(
  type: string,
  attrs: Record<string, unknown>,
  renames: readonly Renamed[],
): Record<string, unknown> {
  if (type === "field") {
    const field = fieldNow(String(attrs.field), renames);
    return field === attrs.field ? attrs : { ...attrs, field };
  }
  let made = attrs;
  for (const [key, kind] of Object.entries(NAMES_OF_BLOCKS[type] ?? {})) {
    const before = attrs[key];
    const now = Array.isArray(before)
      ? sameOr(
          before,
          before.map((one) => nameNow(kind, one, renames)),
        )
      : nameNow(kind, before, renames);
    if (now !== before) made = { ...made, [key]: now };
  }
  return made;
}

function sameOr(before: readonly unknown[], after: readonly unknown[]): readonly unknown[] {
  return after.some((one, place) => one !== before[place]) ? after : before;
}

function nameNow(kind: NamedKind, name: unknown, renames: readonly Renamed[], assignment?: unknown): unknown {
  if (typeof name !== "string") return name;
  const isIt = (one: Renamed) =>
    one.kind === kind &&
    titleKey(one.from) === titleKey(name) &&
    (kind !== "criterion" || titleKey(one.assignment ?? "") === titleKey(String(assignment)));
  return renames.find(isIt)?.to ?? name;
}

function fieldNow(id: string, renames: readonly Renamed[]): string {
  const source = sourceOf(id);
  if (!source) return id;
  const now = (kind: NamedKind, name: string, of?: string) => String(nameNow(kind, name, renames, of));
  if (source.kind === "criterion") {
    const { assignment, criterion } = source.criterion;
    const names = { assignment: now("assignment", assignment), criterion: now("criterion", criterion, assignment) };
    return `criterion.${source.of}.${criterionKey(names)}`;
  }
  const name = now(source.kind, source.name);
  if (name === source.name) return id;
  return source.kind === "assignment" ? `assignment.${source.of}.${name}` : `${source.kind}.${name}`;
}
