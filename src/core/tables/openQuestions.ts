import type { MarkMeaning } from "../figures/markMeaning";
import { markKey } from "../figures/markMeaning";
import type { JoinedRow } from "./joinRows";
import type { BringInPlan, TablePlan } from "./planBringIn";
import { isAboutScores } from "./tableKind";

/** What only the teacher can say. Each is asked once, however many tables it stands in. */
export interface OpenQuestions {
  /** Tables whose kind, class or dates are not certain. */
  readonly tables: readonly { tableId: string; asks: readonly ("kind" | "class" | "dates")[] }[];
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
  return { tables: open, marks: [...marks.values()], rows: [...rows.values()] };
}

function asksOf({ read, joined }: TablePlan): ("kind" | "class" | "dates")[] {
  const asks: ("kind" | "class" | "dates")[] = [];
  if (!read.kindIsSure) asks.push("kind");
  if (read.kind !== "not used" && read.dates.ambiguous && !read.dates.order) asks.push("dates");
  if (isAboutScores(read.kind) && !joined.byColumn && !joined.classIsSure) asks.push("class");
  return asks;
}
