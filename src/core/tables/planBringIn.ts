import { applyChange, type Change, changeBetween } from "../change/change";
import { markKey } from "../figures/markMeaning";
import type { Day } from "../model/day";
import type { Term } from "../model/term";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { addStudents } from "./addStudents";
import { type ClassMove, classMoves } from "./classMoves";
import { type JoinedRow, type JoinedTable, joinRows } from "./joinRows";
import { type KnownValues, knownValues } from "./knownValues";
import { pileOf } from "./pile";
import { type AveragesPlan, planAverages } from "./planAverages";
import { type ExtraColumnsPlan, planExtraColumns } from "./planExtraColumns";
import { hasRefusingRemarks, type PeoplePlan, planPeople } from "./planPeople";
import { planScores, type ScoresPlan } from "./planScores";
import { ensureTerm, planTerms, termOfTable } from "./planTerms";
import { readPermission } from "./readPermission";
import type { Recipe } from "./recipe";
import { recognise } from "./recognise";
import { subjectOf } from "./subjectOf";
import type { BringInChoices } from "./tableChoices";
import { isAboutPeople, isAboutScores, KIND_ORDER } from "./tableKind";
import { type NamedTable, type Understanding, understand } from "./understand";

/** What one table would do, and what of it is still open. */
export interface TablePlan {
  readonly read: Understanding;
  readonly joined: JoinedTable;
  /** The rows with everybody in them who is known by then. */
  readonly rows: readonly JoinedRow[];
  readonly period: string;
  readonly people: PeoplePlan | undefined;
  readonly scores: ScoresPlan | undefined;
  readonly averages: AveragesPlan | undefined;
  readonly ownColumns: ExtraColumnsPlan | undefined;
  /** Students who are in another class by the gradebook: moved, or in both. */
  readonly moving: readonly string[];
  /** Whether nothing of the table is used until it is said who may be written to. */
  readonly isHeld: boolean;
  readonly terms: readonly Term[];
  /** Students of the table's class that no row is about. */
  readonly absent: readonly string[];
  /** Classes that a row names and that are not there. */
  readonly unknownClasses: readonly string[];
}

/** What bringing in several tables at once would do; nothing is done yet. */
export interface BringInPlan {
  readonly tables: readonly TablePlan[];
  readonly change: Change;
  readonly after: World;
  readonly moves: readonly ClassMove[];
}

/**
 * Plans all tables as one import. People come before scores, whatever the order of the files, so that a roster and
 * the scores of its students can be dropped together. Rows in doubt change nothing.
 */
export function planBringIn(
  tables: readonly NamedTable[],
  choices: BringInChoices,
  recipes: readonly Recipe[],
  world: World,
  today: Day,
  onTable: (done: number) => void = () => undefined,
  memory: PlanMemory = new Map(),
): BringInPlan {
  const byShape = new Map(recipes.map((recipe) => [recipe.id, recipe]));
  const pile = pileOf(
    tables.map(({ table }) => table),
    knownValues(world),
  );
  const ofPile = { pileWork: pile.work, pileCategories: pile.categories };
  const known: KnownValues = { ...knownValues(world), ...ofPile };
  /** Asked again when classes come in, until it is so: by their names tables are known to be about categories. */
  let hasCategoryTables = false;
  const asked = new Set<World["classes"]>();
  const knownIn = (one: World): KnownValues => {
    hasCategoryTables ||= !asked.has(one.classes) && tables.some((table) => isOfCategory(table, one));
    asked.add(one.classes);
    return { ...knownValues(one), ...ofPile, hasCategoryTables };
  };
  // A gradebook that is empty takes its classes and students from whatever names them.
  const isEmpty = world.classes.size === 0 && world.students.size === 0;
  const order = tables
    .map((named, place) => {
      const { kind, meanings, shape } = understand(named, choices, byShape, known, pile);
      return {
        named,
        place,
        kind,
        hasClass: meanings.some(({ role }) => role === "class" || role === "block"),
        // What says what work is worth goes before what only has scores of it.
        hasPoints: [...shape.details.values()].includes("possible"),
        hasGuardian: meanings.some(({ role }) => role.startsWith("guardian")),
      };
    })
    .sort(
      (a, b) =>
        Number(isAboutScores(a.kind)) - Number(isAboutScores(b.kind)) ||
        (isEmpty && isAboutScores(a.kind) ? Number(b.hasClass) - Number(a.hasClass) : 0) ||
        rankOf(a.kind) - rankOf(b.kind) ||
        Number(b.hasClass) - Number(a.hasClass) ||
        Number(b.hasPoints) - Number(a.hasPoints) ||
        Number(a.hasGuardian) - Number(b.hasGuardian) ||
        a.place - b.place,
    );
  const makesClasses = world.classes.size === 0 && pile.classes.size === 0;
  const steps: Change[] = [];
  let now = world;
  const advance = (step: { change: Change; after: World }) => {
    steps.push(step.change);
    now = step.after;
  };
  const plans: { place: number; plan: TablePlan }[] = [];
  let done = 0;
  for (const { named, place } of order) {
    const read = understand(named, choices, byShape, knownIn(now), pile);
    const remembered = memory.get(named.id);
    const start = now;
    if (
      remembered?.start === start &&
      remembered.table === named.table &&
      remembered.asked === askedOf(read, remembered.plan)
    ) {
      for (const step of remembered.steps) advance(step);
      plans.push({ place, plan: remembered.plan });
    } else {
      const taken: Step[] = [];
      const take = (step: Step) => {
        taken.push(step);
        advance(step);
      };
      if (isAboutScores(read.kind)) take(ensureTerm(now, today));
      const plan = planTable(read, { before: world, start: now, makesClasses, isEmpty }, today, take);
      plans.push({ place, plan });
      memory.set(named.id, { table: named.table, start, asked: askedOf(read, plan), steps: taken, plan });
    }
    done += 1;
    onTable(done);
  }
  const change = changeBetween(world, now, steps);
  const touched = plans.flatMap(({ plan }) =>
    [
      ...(plan.scores?.assignments ?? []).flatMap((one) => (one.changes.length > 0 ? [one.assignment] : [])),
      ...(plan.averages?.averages ?? []).filter((average) => average.changes.length > 0),
    ].map(({ classId }) => ({ classId, period: plan.period })),
  );
  return {
    tables: plans.sort((a, b) => a.place - b.place).map(({ plan }) => plan),
    change,
    after: now,
    moves: classMoves(world, applyChange(world, change), touched, today),
  };
}

interface Step {
  readonly change: Change;
  readonly after: World;
}

/** What was planned last, by table: what begins with the same gradebook and no choice since touches is not planned again. */
export type PlanMemory = Map<
  string,
  {
    readonly table: NamedTable["table"];
    readonly start: World;
    readonly asked: string;
    readonly steps: readonly Step[];
    readonly plan: TablePlan;
  }
>;

/** All that was said of a table, as far as it bears on what was planned of it. */
function askedOf(read: Understanding, plan: TablePlan): string {
  const { choices, meanings, kind, percents, dates, blanks, decimalSign, answers, marks, points, recipe } = read;
  const titles = (plan.scores?.assignments ?? []).map(({ assignment }) => titleKey(assignment.title));
  const seen = (plan.scores?.marks ?? []).map(({ mark }) => markKey(mark));
  const said = <Value>(all: Readonly<Record<string, Value>>, keys: readonly string[]) =>
    keys.map((key) => all[key] ?? "");
  return JSON.stringify([
    [choices, meanings, kind, percents, dates, blanks, decimalSign, recipe?.usedAt],
    // Only who was answered, by place: a large table has few of them.
    plan.rows.flatMap(({ key }, place) => (answers[key] === undefined ? [] : [place, answers[key]])),
    (plan.ownColumns?.doubled ?? []).map(({ key }) => answers[key] ?? ""),
    said(marks, seen),
    said(points, titles),
  ]);
}

/** Whether a table is about one category and called so. */
function isOfCategory({ table }: NamedTable, world: World): boolean {
  if (table.preset) return false;
  const known = knownValues(world);
  const { meanings, headingRow } = recognise(table, known);
  const { category, words } = subjectOf(table, headingRow, known);
  return meanings.some(
    (one) => one.role === "category average" && titleKey(one.category ?? "") === (category ?? words),
  );
}

function planTable(
  read: Understanding,
  { before, start, makesClasses, isEmpty }: { before: World; start: World; makesClasses: boolean; isEmpty: boolean },
  today: Day,
  advance: (step: { change: Change; after: World }) => void,
): TablePlan {
  const nothing = {
    people: undefined,
    scores: undefined,
    averages: undefined,
    ownColumns: undefined,
    moving: [],
    isHeld: false,
    terms: [],
    absent: [],
    unknownClasses: [],
  };
  const period = termOfTable(read, start, today);
  if (read.kind === "terms") {
    const planned = planTerms(read, start);
    advance(planned);
    return { ...nothing, read, joined: NO_ROWS, rows: [], period, terms: planned.terms };
  }
  if (read.kind === "not used") return { ...nothing, read, joined: NO_ROWS, rows: [], period };
  const joined = joinRows(read, start, { makesClass: makesClasses, addsEverybody: isEmpty, before });
  if (isHeld(read, joined)) return { ...nothing, read, joined, rows: joined.rows, period, isHeld: true };
  const added = addStudents(read, joined, before, start);
  advance(added);
  const context = { classId: joined.classId, period };
  const saysWhoMayBe = read.meanings.some(({ role }) => role === "write to") || hasRefusingRemarks(read);
  const people =
    isAboutPeople(read.kind) || saysWhoMayBe ? planPeople(read, added.rows, before, added.after) : undefined;
  const scores =
    read.kind === "scores" || read.kind === "score list"
      ? planScores(read, added.rows, context, added.after, before)
      : undefined;
  // Averages beside scores are computed here; alone they are all that is known.
  const averages = read.kind === "averages" ? planAverages(read, added.rows, context, added.after) : undefined;
  for (const step of [people, scores, averages]) if (step) advance(step);
  const isClassOpen = isAboutScores(read.kind) && !joined.byColumn && !joined.classIsSure;
  const hasOwn = !isClassOpen && read.meanings.some(({ role }) => role === "own column");
  const worldNow = averages?.after ?? scores?.after ?? people?.after ?? added.after;
  const ownColumns = hasOwn ? planExtraColumns(read, added.rows, joined, worldNow) : undefined;
  if (ownColumns) advance(ownColumns);
  return {
    ...nothing,
    read,
    joined,
    rows: added.rows,
    period,
    people,
    scores,
    averages,
    ownColumns,
    moving: added.moving,
    absent: absentStudents(read, joined, added.rows, added.after),
    unknownClasses:
      read.kind === "roster" ? [] : [...new Set(joined.rows.flatMap((row) => row.unknownClass || []))].filter(Boolean),
  };
}

const NO_ROWS: JoinedTable = {
  rows: [],
  leftOut: [],
  classId: undefined,
  classIsSure: true,
  suggestedClassId: undefined,
  namesClass: false,
  byColumn: false,
  byStudent: false,
  newClass: undefined,
  addsEverybody: false,
};

/** A table with a "no" in a column that may say who is written to waits: a no must not be lost by not being asked for. */
function isHeld({ meanings, shape, table }: Understanding, { rows }: JoinedTable): boolean {
  // Names with other letters than they have would be kept.
  if (table.reading?.rivals) return true;
  return meanings.some(({ role }, column) => {
    const writeTo = shape.maybe[column]?.find((one) => one.role === "write to");
    if (role !== "undecided" || !writeTo) return false;
    return rows.some(({ row }) => readPermission(table.rows[row]?.[column] ?? "") === (writeTo.isNegative ?? false));
  });
}

function rankOf(kind: TablePlan["read"]["kind"]): number {
  const place = KIND_ORDER.indexOf(kind);
  return place < 0 ? KIND_ORDER.length : place;
}

/** Students of the classes that a table is about, without a row in it. Contacts are about no class. */
function absentStudents(read: Understanding, joined: JoinedTable, rows: readonly JoinedRow[], world: World): string[] {
  if (!isAboutScores(read.kind) && read.kind !== "roster") return [];
  const classIds = new Set(rows.flatMap(({ classId }) => classId ?? []));
  if (joined.classId) classIds.add(joined.classId);
  const present = new Set(rows.flatMap(({ studentId }) => studentId ?? []));
  const enrolled = [...classIds].flatMap((id) => world.classes.get(id)?.studentIds ?? []);
  return [...new Set(enrolled)].filter((id) => !present.has(id));
}
