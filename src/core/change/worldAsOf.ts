import type { AverageColumn } from "../model/averageColumn";
import type { PastScores } from "../model/pastScores";
import type { ScoreColumn } from "../model/score";
import type { World } from "../model/world";
import { type Change, sameData, type TableChange } from "./change";

/** What a change is about to replace in the scores and imported averages; none when it touches neither. `at` in ms since the epoch. */
export function replacedBy(change: Change, at: number): PastScores | undefined {
  const columns: PastScores["columns"] = {};
  for (const [id, before, after] of rowsOf(change.scoreColumns)) {
    const { classId } = (before ?? after) as ScoreColumn;
    columns[id] = { classId, before: before ? cellsBefore(before.scores, after?.scores ?? {}) : "none" };
  }
  const averages: PastScores["averages"] = {};
  for (const [id, before, after] of rowsOf(change.averageColumns)) {
    averages[id] = before ? cellsBefore(before.percents, after?.percents ?? {}) : "none";
  }
  return Object.keys(columns).length + Object.keys(averages).length > 0 ? { at, columns, averages } : undefined;
}

/**
 * The world with its scores and imported averages as they were at a moment (ms since the epoch), under the rules,
 * the work and the classes of today. `past` is in the order in which it happened. Before the first of it, what it
 * replaced first is all that is known.
 */
export function worldAsOf(world: World, past: readonly PastScores[], moment: number): World {
  const scoreColumns = new Map(world.scoreColumns);
  const averageColumns = new Map(world.averageColumns);
  // Each column is copied once, however often it changed since.
  const own = new Set<unknown>();
  for (const { at, columns, averages } of past.toReversed()) {
    if (at <= moment) break;
    for (const [id, { classId, before }] of Object.entries(columns)) {
      if (before === "none") scoreColumns.delete(id);
      else setBack(extraColumn(scoreColumns, own, id, { assignmentId: id, classId, scores: {} }, "scores"), before);
    }
    for (const [id, before] of Object.entries(averages)) {
      const column = averageColumns.get(id);
      if (before === "none") averageColumns.delete(id);
      else if (column)
        setBack(extraColumn<AverageColumn, "percents">(averageColumns, own, id, column, "percents"), before);
    }
  }
  return { ...world, scoreColumns, averageColumns };
}

/** The cells of a column, ready to be changed. */
function extraColumn<Row extends object, Cells extends keyof Row>(
  rows: Map<string, Row>,
  own: Set<unknown>,
  id: string,
  whenNone: Row,
  cells: Cells,
): Row[Cells] {
  const known = rows.get(id) ?? whenNone;
  if (own.has(known)) return known[cells];
  const copy = { ...known, [cells]: { ...known[cells] } };
  own.add(copy);
  rows.set(id, copy);
  return copy[cells];
}

function setBack<Cell>(cells: Record<string, Cell>, before: Readonly<Record<string, Cell | null>>): void {
  for (const [studentId, cell] of Object.entries(before)) {
    if (cell === null) delete cells[studentId];
    else cells[studentId] = cell;
  }
}

function cellsBefore<Cell>(
  before: Readonly<Record<string, Cell>>,
  after: Readonly<Record<string, Cell>>,
): Record<string, Cell | null> {
  const ids = new Set([...Object.keys(before), ...Object.keys(after)]);
  const changed = [...ids].filter((id) => !sameData(before[id], after[id]));
  return Object.fromEntries(changed.map((id) => [id, before[id] ?? null]));
}

function rowsOf<Row>(
  table: TableChange<Row> | undefined,
): [id: string, before: Row | undefined, after: Row | undefined][] {
  if (!table) return [];
  return [
    ...Object.entries(table.added).map(([id, row]): [string, undefined, Row] => [id, undefined, row]),
    ...Object.entries(table.updated).map(([id, [from, to]]): [string, Row, Row] => [id, from, to]),
    ...Object.entries(table.removed).map(([id, row]): [string, Row, undefined] => [id, row, undefined]),
  ];
}
