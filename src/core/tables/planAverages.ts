import { applyChange, type Change, setRows } from "../change/change";
import { readPercentCell } from "../figures/scoreCell";
import { type AverageColumn, averageColumnId, OVERALL } from "../model/averageColumn";
import type { SchoolClass } from "../model/schoolClass";
import type { World } from "../model/world";
import { AssignmentBook } from "./assignmentBook";
import { withoutLabel } from "./cellMeaning";
import { cellReader } from "./cellsOfRow";
import type { JoinedRow } from "./joinRows";
import { termReader } from "./planScores";
import type { Understanding } from "./understand";

/** What a table changes in the imported averages of one class: of one category, or the overall ones. */
export interface AveragePlan {
  readonly classId: string;
  readonly period: string;
  /** The category's name, or "overall". */
  readonly name: string;
  readonly column: number;
  readonly changes: readonly { studentId: string; from: number | undefined; to: number }[];
  readonly unchanged: number;
}

/** What a table of averages would change. */
export interface AveragesPlan {
  readonly averages: readonly AveragePlan[];
  /** Cells that are no average, such as letters: they are not used. */
  readonly unreadable: readonly string[];
  readonly doubled: readonly string[];
  /** Terms that rows name and that are not there. */
  readonly unknownTerms: readonly string[];
  readonly change: Change;
  readonly after: World;
}

/** Takes in averages whose scores are not known. They live beside the computed ones. */
export function planAverages(
  read: Understanding,
  rows: readonly JoinedRow[],
  context: { classId: string | undefined; period: string },
  world: World,
): AveragesPlan {
  const book = new AssignmentBook(world, context.period, read.idSeed);
  const columns = new Map<string, AverageColumn>();
  const plans = new Map<string, { plan: AveragePlan; changes: AveragePlan["changes"][number][]; unchanged: number }>();
  const unreadable = new Set<string>();
  const periodOf = termReader(world);
  const hasTerm = read.meanings.some(({ role }) => role === "term");
  const cellOf = cellReader(read.meanings);
  const unknownTerms = new Set<string>();
  const placed = rows.flatMap(({ row, studentId, classId = context.classId }) => {
    const term = hasTerm ? cellOf(read.table.rows[row] ?? [], "term") : "";
    const period = term ? periodOf(term) : context.period;
    if (term && period === undefined) unknownTerms.add(term);
    return studentId && classId && period !== undefined ? [{ row, studentId, classId, period }] : [];
  });
  const said = new Map<string, Set<string>>();
  const keyOf = ({ studentId, classId, period }: (typeof placed)[number]) => `${studentId}/${classId}/${period}`;
  for (const one of placed) {
    const figures = read.meanings.flatMap(({ role }, column) =>
      role === "overall average" || role === "category average" ? [read.table.rows[one.row]?.[column] ?? ""] : [],
    );
    said.set(keyOf(one), (said.get(keyOf(one)) ?? new Set()).add(JSON.stringify(figures)));
  }
  const doubled = new Set(placed.flatMap((one) => ((said.get(keyOf(one))?.size ?? 0) > 1 ? [one.studentId] : [])));
  const seen = new Set<string>();

  for (const one of placed) {
    const { row, studentId, classId, period } = one;
    if ((said.get(keyOf(one))?.size ?? 0) > 1 || seen.has(keyOf(one))) continue;
    seen.add(keyOf(one));
    read.meanings.forEach(({ role, category = "" }, column) => {
      if (role !== "overall average" && role !== "category average") return;
      const text = read.table.rows[row]?.[column] ?? "";
      if (!text) return;
      const percent = readPercentCell(withoutLabel(text), read.percents[String(column)] ?? "percents");
      if (percent === undefined) {
        unreadable.add(text);
        return;
      }
      const name = role === "overall average" ? "overall" : category || (read.shape.titles[column] ?? "");
      const categoryId = role === "overall average" ? OVERALL : book.category(classId, name, "").id;
      const id = averageColumnId(classId, period, categoryId);
      const before = columns.get(id) ??
        world.averageColumns.get(id) ?? { id, classId, period, categoryId, percents: {} };
      const key = `${id}/${column}`;
      const draft = plans.get(key) ?? {
        plan: { classId, period, name, column, changes: [], unchanged: 0 },
        changes: [],
        unchanged: 0,
      };
      plans.set(key, draft);
      const from = before.percents[studentId];
      if (from === percent) draft.unchanged += 1;
      else {
        draft.changes.push({ studentId, from, to: percent });
        columns.set(id, { ...before, percents: setPercent(columns.has(id), before.percents, studentId, percent) });
      }
    });
  }
  const classes: [string, SchoolClass][] = [...book.changedClasses];
  const change: Change = {
    classes: setRows<"classes">(world.classes, classes),
    averageColumns: setRows<"averageColumns">(world.averageColumns, columns),
  };
  return {
    averages: [...plans.values()].map(({ plan, changes, unchanged }) => ({ ...plan, changes, unchanged })),
    unreadable: [...unreadable],
    doubled: [...doubled],
    unknownTerms: [...unknownTerms],
    change,
    after: applyChange(world, change),
  };
}

/** A draft's own record may be written to; the world's may not. */
function setPercent(isDraft: boolean, percents: Record<string, number>, studentId: string, percent: number) {
  if (!isDraft) return { ...percents, [studentId]: percent };
  percents[studentId] = percent;
  return percents;
}
