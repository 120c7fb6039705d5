import { keysOf } from "@/core/change/change";
import type { World } from "@/core/model/world";
import { openQuestions } from "@/core/tables/openQuestions";
import type { BringInPlan } from "@/core/tables/planBringIn";
import { counted } from "@/core/words";
import { allMarks, allRowQuestions, type MarkView, type RowQuestion } from "./allRowQuestions";
import { type DifferenceView, differencesOf, outliersOf } from "./differencesOf";
import { MOST_LISTED } from "./nameOf";
import { type TableView, tableView } from "./tableView";

/** What bringing some tables in would do, in words, short enough for a screen. */
export interface BringInView {
  readonly tables: readonly TableView[];
  readonly rows: readonly RowQuestion[];
  readonly marks: readonly MarkView[];
  readonly openCount: number;
  /** What to look at first: scores above what is possible, empty columns, classes that jump. */
  readonly outliers: readonly string[];
  readonly differences: readonly DifferenceView[];
  /** How many differences are not listed. */
  readonly moreDifferences: number;
  /** "42 scores in 3 assignments, 12 averages", or nothing. */
  readonly summary: string;
  readonly isEmpty: boolean;
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
    openCount: questions.rows.length + open + questions.tables.reduce((sum, { asks }) => sum + asks.length, 0),
    outliers: outliersOf(plan),
    differences: differences.slice(0, MOST_LISTED),
    moreDifferences: Math.max(0, differences.length - MOST_LISTED),
    summary,
    isEmpty: summary === "",
  };
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
  const terms = keysOf(change.terms).length;
  return [
    added > 0 ? counted(added, "new student") : "",
    families > 0 ? counted(families, "family", "families") : "",
    scoreCount > 0 ? `${counted(scoreCount, "score")} in ${counted(assignments, "assignment")}` : "",
    averages > 0 ? `${counted(averages, "average")} in ${counted(averageClasses, "class", "classes")}` : "",
    terms > 0 && added + families + scoreCount + averages === 0 ? counted(terms, "term") : "",
  ]
    .filter(Boolean)
    .join(", ");
}
