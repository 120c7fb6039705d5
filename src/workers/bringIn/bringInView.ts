import { keysOf } from "@/core/change/change";
import { titleKey } from "@/core/model/titleKey";
import type { World } from "@/core/model/world";
import {
  type ColumnQuestion,
  openQuestions,
  type PointsQuestion,
  type ValueQuestion,
} from "@/core/tables/openQuestions";
import type { BringInPlan } from "@/core/tables/planBringIn";
import { counted } from "@/core/words";
import { allMarks, allRowQuestions, type MarkView, type RowQuestion } from "./allRowQuestions";
import { type DifferenceView, differencesOf, outliersOf } from "./differencesOf";
import { MOST_LISTED, nameOf } from "./nameOf";
import { columnsLeftOut, type TableView, tableView } from "./tableView";

/** What bringing some tables in would do, in words, short enough for a screen. */
export interface BringInView {
  readonly tables: readonly TableView[];
  readonly rows: readonly RowQuestion[];
  readonly marks: readonly MarkView[];
  /** Columns that only the teacher can name, each once for all tables. */
  readonly columns: readonly ColumnQuestion[];
  /** New assignments that nothing says the worth of. */
  readonly points: readonly PointsQuestion[];
  /** Students of whom two rows say different things in an extra column. */
  readonly values: readonly (ValueQuestion & { readonly name: string })[];
  /** Columns that hold something and are not taken; they can be kept as extra columns. */
  readonly leftOut: readonly { readonly key: string; readonly title: string; readonly tables: number }[];
  /** What the tables keep of extra columns, by name. */
  readonly ownColumns: readonly string[];
  readonly openCount: number;
  /** What to look at first: scores above what is possible, empty columns, classes that jump. */
  readonly outliers: readonly string[];
  readonly differences: readonly DifferenceView[];
  /** How many differences are not listed. */
  readonly moreDifferences: number;
  /** "42 scores in 3 assignments, 12 averages", or nothing. */
  readonly summary: string;
  readonly isEmpty: boolean;
  /** Whether everything that was read is there already, rather than nothing usable. */
  readonly isNothingNew: boolean;
}

export function bringInView(plan: BringInPlan, before: World): BringInView {
  const questions = openQuestions(plan);
  const asksOf = new Map(questions.tables.map(({ tableId, asks }) => [tableId, asks]));
  const marks = allMarks(plan);
  const open = marks.filter(({ meaning }) => meaning === undefined).length;
  const rows = allRowQuestions(plan);
  const summary = summaryOf(plan);
  const differences = differencesOf(plan, before);
  return {
    tables: plan.tables.map((table) => tableView(table, plan, asksOf.get(table.read.id) ?? [])),
    rows,
    marks,
    columns: questions.columns,
    points: questions.points,
    values: questions.values.slice(0, MOST_LISTED).map((one) => ({ ...one, name: nameOf(one.studentId, plan.after) })),
    leftOut: leftOutColumns(plan),
    ownColumns: extraColumnsIn(plan),
    openCount:
      questions.rows.length +
      questions.columns.length +
      questions.points.length +
      questions.values.filter(({ answer }) => answer === undefined).length +
      open +
      questions.tables.reduce((sum, { asks }) => sum + asks.length, 0),
    outliers: outliersOf(plan),
    differences: differences.slice(0, MOST_LISTED),
    moreDifferences: Math.max(0, differences.length - MOST_LISTED),
    summary,
    isEmpty: summary === "",
    isNothingNew:
      summary === "" &&
      questions.columns.length + questions.rows.length + questions.points.length === 0 &&
      isAllThere(plan),
  };
}

/** Whether something was read of every table, and all of it is in the gradebook. */
function isAllThere({ tables }: BringInPlan): boolean {
  return tables.every(({ rows, read }) => read.kind === "terms" || rows.some(({ state }) => state === "joined"));
}

/** Columns with words that nothing is made of, each title once. */
function leftOutColumns({ tables }: BringInPlan): BringInView["leftOut"] {
  const found = new Map<string, { key: string; title: string; tables: number }>();
  for (const { read } of tables) {
    for (const column of columnsLeftOut(read)) {
      const title = (read.shape.titles[column] ?? "").trim();
      if (!title) continue;
      const known = found.get(titleKey(title));
      found.set(titleKey(title), { key: titleKey(title), title, tables: (known?.tables ?? 0) + 1 });
    }
  }
  return [...found.values()];
}

/** The names of the extra columns that tables keep something of. */
export function extraColumnsIn({ tables }: BringInPlan): string[] {
  return [...new Set(tables.flatMap((table) => (table.ownColumns?.columns ?? []).map(({ own }) => own.name)))];
}

/** "42 scores in 3 assignments, 12 averages, 5 families"; empty when nothing would change. */
export function summaryOf({ tables, change }: BringInPlan): string {
  const scores = tables.flatMap((table) => table.scores?.assignments ?? []);
  const scoreCount = scores.reduce((sum, { changes }) => sum + changes.length, 0);
  const assignments = new Set(scores.flatMap(({ assignment, changes }) => (changes.length > 0 ? [assignment.id] : [])))
    .size;
  const averageColumns = tables.flatMap((table) => table.averages?.averages ?? []);
  const averages = averageColumns.reduce((sum, { changes }) => sum + changes.length, 0);
  const averageClasses = new Set(averageColumns.map(({ classId }) => classId)).size;
  const added = Object.keys(change.students?.added ?? {}).length;
  const families = new Set(
    tables.flatMap((table) =>
      (table.people?.people ?? []).flatMap(({ isNew, studentId }) => (isNew ? [] : [studentId])),
    ),
  ).size;
  const own = tables.flatMap((table) => table.ownColumns?.columns ?? []);
  const ownCount = own.reduce((sum, { changes }) => sum + changes.length, 0);
  const ownNames = new Set(own.flatMap((one) => (one.changes.length > 0 ? [titleKey(one.own.name)] : []))).size;
  const classes = Object.keys(change.classes?.updated ?? {}).length;
  const terms = keysOf(change.terms).length;
  return [
    added > 0 ? counted(added, "new student") : "",
    families > 0 ? counted(families, "family", "families") : "",
    scoreCount > 0 ? `${counted(scoreCount, "score")} in ${counted(assignments, "assignment")}` : "",
    averages > 0 ? `${counted(averages, "average")} in ${counted(averageClasses, "class", "classes")}` : "",
    ownCount > 0 ? `${counted(ownCount, "value")} in ${counted(ownNames, "extra column")}` : "",
    terms > 0 && added + families + scoreCount + averages + ownCount === 0 ? counted(terms, "term") : "",
    classes > 0 && added + families + scoreCount + averages + ownCount === 0
      ? `students in ${counted(classes, "class", "classes")}`
      : "",
  ]
    .filter(Boolean)
    .join(", ");
}
