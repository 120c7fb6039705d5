import { applyChange, type Change, changeBetween } from "../change/change";
import type { Day } from "../model/day";
import type { Term } from "../model/term";
import type { World } from "../model/world";
import { addStudents } from "./addStudents";
import { type ClassMove, classMoves } from "./classMoves";
import { type JoinedRow, type JoinedTable, joinRows } from "./joinRows";
import { type AveragesPlan, planAverages } from "./planAverages";
import { type PeoplePlan, planPeople } from "./planPeople";
import { planScores, type ScoresPlan } from "./planScores";
import { ensureTerm, planTerms, termOfTable } from "./planTerms";
import type { Recipe } from "./recipe";
import type { BringInChoices } from "./tableChoices";
import { isAboutPeople, isAboutScores, KIND_ORDER } from "./tableKind";
import { type NamedTable, namesIn, type Understanding, understand } from "./understand";

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
): BringInPlan {
  const byShape = new Map(recipes.map((recipe) => [recipe.id, recipe]));
  const names = namesIn(world);
  const order = tables
    .map((named, place) => ({ named, place, kind: understand(named, choices, byShape, names).kind }))
    .sort((a, b) => rankOf(a.kind) - rankOf(b.kind) || a.place - b.place);
  const steps: Change[] = [];
  let now = world;
  const advance = (step: { change: Change; after: World }) => {
    steps.push(step.change);
    now = step.after;
  };
  const plans: { place: number; plan: TablePlan }[] = [];
  let done = 0;
  for (const { named, place } of order) {
    const read = understand(named, choices, byShape, now === world ? names : namesIn(now));
    if (isAboutScores(read.kind)) advance(ensureTerm(now, today));
    plans.push({ place, plan: planTable(read, world, now, today, advance) });
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

function planTable(
  read: Understanding,
  before: World,
  start: World,
  today: Day,
  advance: (step: { change: Change; after: World }) => void,
): TablePlan {
  const nothing = {
    people: undefined,
    scores: undefined,
    averages: undefined,
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
  const joined = joinRows(read, start);
  const added = addStudents(read, joined, start);
  advance(added);
  const context = { classId: joined.classId, period };
  const people = isAboutPeople(read.kind) ? planPeople(read, added.rows, before, added.after) : undefined;
  const scores =
    read.kind === "scores" || read.kind === "score list"
      ? planScores(read, added.rows, context, added.after)
      : undefined;
  // Averages beside scores are computed here; alone they are all that is known.
  const averages = read.kind === "averages" ? planAverages(read, added.rows, context, added.after) : undefined;
  for (const step of [people, scores, averages]) if (step) advance(step);
  return {
    ...nothing,
    read,
    joined,
    rows: added.rows,
    period,
    people,
    scores,
    averages,
    absent: absentStudents(read, joined, added.rows, added.after),
    unknownClasses:
      read.kind === "roster" ? [] : [...new Set(joined.rows.flatMap((row) => row.unknownClass || []))].filter(Boolean),
  };
}

const NO_ROWS: JoinedTable = { rows: [], leftOut: [], classId: undefined, classIsSure: true, byColumn: false };

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
