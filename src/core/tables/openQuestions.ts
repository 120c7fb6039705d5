import type { MarkMeaning } from "../figures/markMeaning";
import { markKey } from "../figures/markMeaning";
import { titleKey } from "../model/titleKey";
import type { ColumnMeaning } from "./columnMeaning";
import type { JoinedRow } from "./joinRows";
import type { BringInPlan, TablePlan } from "./planBringIn";
import { isAboutScores } from "./tableKind";

/** What may be asked of a table as a whole. */
export type TableAsk = "kind" | "class" | "dates" | "moves" | "encoding";

/** A column that only the teacher can name, with what it may be, the best guess first. */
export interface ColumnQuestion {
  readonly key: string;
  readonly title: string;
  readonly maybe: readonly ColumnMeaning[];
  readonly tableIds: readonly string[];
  /** The first cells. */
  readonly samples: readonly string[];
}

/** A new assignment whose points possible nothing tells. */
export interface PointsQuestion {
  readonly key: string;
  readonly title: string;
  readonly tableIds: readonly string[];
  /** The largest score that is there, in points. */
  readonly largest: number;
}

/** One student of whom two rows say different things. */
export interface ValueQuestion {
  readonly key: string;
  readonly title: string;
  readonly studentId: string;
  readonly values: readonly string[];
  readonly answer: string | undefined;
}

/** What only the teacher can say. Each is asked once, however many tables it stands in. */
export interface OpenQuestions {
  /** Tables whose kind, class, dates or moves are not certain. */
  readonly tables: readonly { tableId: string; asks: readonly TableAsk[] }[];
  readonly columns: readonly ColumnQuestion[];
  readonly points: readonly PointsQuestion[];
  /** Answered ones stay, so that an answer can be changed. */
  readonly values: readonly ValueQuestion[];
  readonly marks: readonly { mark: string; count: number; tables: number; guess: MarkMeaning | undefined }[];
  readonly rows: readonly { key: string; row: JoinedRow; tableIds: readonly string[] }[];
}

/** What is still to be answered, each question once for all tables. */
export function openQuestions({ tables }: BringInPlan): OpenQuestions {
  const marks = new Map<string, { mark: string; count: number; tables: number; guess: MarkMeaning | undefined }>();
  const rows = new Map<string, { key: string; row: JoinedRow; tableIds: string[] }>();
  const open: OpenQuestions["tables"][number][] = [];
  for (const plan of tables) {
    const asks = asksOf(plan);
    if (asks.length > 0) open.push({ tableId: plan.read.id, asks });
    for (const { mark, count, meaning, guess } of plan.scores?.marks ?? []) {
      if (meaning !== undefined) continue;
      const known = marks.get(markKey(mark)) ?? { mark, count: 0, tables: 0, guess };
      marks.set(markKey(mark), { ...known, count: known.count + count, tables: known.tables + 1 });
    }
    for (const row of plan.rows) {
      // Somebody whom nobody knows is listed with the table; only a likely or doubtful row is a question.
      if (row.state !== "asked" || row.match.kind === "nobody") continue;
      const known = rows.get(row.key);
      if (known) known.tableIds.push(plan.read.id);
      else rows.set(row.key, { key: row.key, row, tableIds: [plan.read.id] });
    }
  }
  return {
    tables: open,
    columns: columnQuestions(tables),
    points: pointsQuestions(tables),
    values: tables.flatMap(({ read, ownColumns, scores }) => [
      ...(scores?.conflicts ?? []).map(({ key, title, studentId, values }) => ({
        ...{ key, title, studentId, values },
        answer: read.answers[key],
      })),
      ...(ownColumns?.doubled ?? []).map(({ column, studentId, key, values }) => ({
        key,
        title: read.shape.titles[column] ?? "",
        studentId,
        values,
        answer: read.answers[key],
      })),
    ]),
    marks: [...marks.values()],
    rows: [...rows.values()],
  };
}

function asksOf({ read, joined, moving }: TablePlan): TableAsk[] {
  const asks: TableAsk[] = [];
  if (!read.kindIsSure) asks.push("kind");
  if (read.kind !== "not used" && read.dates.ambiguous && !read.dates.order) asks.push("dates");
  if (isAboutScores(read.kind) && !joined.byColumn && !joined.classIsSure) asks.push("class");
  if (moving.length > 0) asks.push("moves");
  if (read.table.reading?.rivals && read.kind !== "not used") asks.push("encoding");
  return asks;
}

const SAMPLES = 4;

function columnQuestions(tables: readonly TablePlan[]): ColumnQuestion[] {
  const found = new Map<string, ColumnQuestion>();
  for (const { read } of tables) {
    if (read.kind === "not used" || read.kind === "terms") continue;
    read.meanings.forEach(({ role }, column) => {
      if (role !== "undecided") return;
      const title = (read.shape.titles[column] ?? "").trim();
      const known = found.get(titleKey(title));
      const samples = known?.samples ?? samplesOf(read, column);
      if (samples.length === 0) return;
      found.set(titleKey(title), {
        key: titleKey(title),
        title,
        maybe: known?.maybe ?? read.shape.maybe[column] ?? [],
        tableIds: [...new Set([...(known?.tableIds ?? []), read.id])],
        samples,
      });
    });
  }
  return [...found.values()];
}

function samplesOf({ table, shape }: TablePlan["read"], column: number): string[] {
  const samples: string[] = [];
  for (let row = shape.lastHeaderRow + 1; row < table.rows.length && samples.length < SAMPLES; row += 1) {
    const cell = table.rows[row]?.[column];
    if (cell) samples.push(cell);
  }
  return samples;
}

function pointsQuestions(tables: readonly TablePlan[]): PointsQuestion[] {
  const found = new Map<string, PointsQuestion>();
  for (const { read, scores } of tables) {
    for (const { assignment, hasNoPoints, changes } of scores?.assignments ?? []) {
      if (!hasNoPoints) continue;
      const key = titleKey(assignment.title);
      const known = found.get(key);
      found.set(key, {
        key,
        title: assignment.title,
        tableIds: [...new Set([...(known?.tableIds ?? []), read.id])],
        largest: changes.reduce((most, { to }) => Math.max(most, to?.points ?? 0), known?.largest ?? 0),
      });
    }
  }
  return [...found.values()];
}
