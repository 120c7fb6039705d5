import Papa from "papaparse";
import { type Change, setRows } from "../change/change";
import { readScoreCell } from "../figures/scoreCell";
import type { Assignment } from "../model/assignment";
import { feedbackOf, formatScore, type Score, type ScoreColumn } from "../model/score";
import { fullName } from "../model/student";
import type { World } from "../model/world";
import { counted } from "../words";

/** One score set by hand; none clears it. */
export interface ScoreEdit {
  readonly assignmentId: string;
  readonly studentId: string;
  readonly score: Score | undefined;
}

/** What one key sets, as the help lists it. */
export const STATUS_KEYS = {
  m: "missing",
  l: "late",
  e: "excused",
  i: "incomplete",
  p: "pending",
  h: "handed in",
} as const;
export type StatusKey = keyof typeof STATUS_KEYS;

/** Whether a key sets a status; it is one small letter. */
export function isStatusKey(key: string): key is StatusKey {
  return key in STATUS_KEYS;
}

/**
 * The score after a status key. Points stay where the status can have some: a late or incomplete assignment keeps them, a
 * missing, excused or pending one does not. Handed in is scored, with the points that are there.
 */
export function scoreAfterKey(key: StatusKey, before: Score | undefined): Score {
  const kept = { ...(before?.points !== undefined && { points: before.points }), ...feedbackOf(before) };
  switch (STATUS_KEYS[key]) {
    case "late":
      return { status: "late", ...kept };
    case "incomplete":
      return { status: "incomplete", ...kept };
    case "handed in":
      return { status: "scored", ...kept };
    case "missing":
      return { status: "missing", ...feedbackOf(before) };
    case "excused":
      return { status: "excused", ...feedbackOf(before) };
    case "pending":
      return { status: "pending", ...feedbackOf(before) };
  }
}

export type TypedScore = { ok: true; score: Score | undefined } | { ok: false; problem: string };

/** What somebody typed or pasted into a cell, in the same words as a table that is brought in. Empty clears it. */
export function typedScore(text: string, before: Score | undefined, assignment: Assignment): TypedScore {
  const typed = text.trim();
  const key = typed.toLowerCase();
  if (isStatusKey(key)) return { ok: true, score: scoreAfterKey(key, before) };
  const cell = readScoreCell(typed, { marks: {}, numbers: "points", pointsPossible: assignment.pointsPossible });
  switch (cell.kind) {
    case "blank":
      return { ok: true, score: undefined };
    case "score": {
      // A late assignment that gets its points is still late.
      const status = before?.status === "late" && cell.score.status === "scored" ? "late" : cell.score.status;
      return { ok: true, score: { ...feedbackOf(before), ...cell.score, status } };
    }
    case "mark":
      return { ok: false, problem: `“${typed}” is no score. Type points, or a status such as missing.` };
    case "refused":
      return {
        ok: false,
        problem:
          cell.cause === "negative"
            ? "Points are never below 0."
            : `“${typed}” is more than an assignment can be worth.`,
      };
  }
}

/** The score with another comment, made with some sentences of the bank; nothing said of one who has no score leaves none behind. */
export function withComment(
  before: Score | undefined,
  comment: string,
  bankIds: readonly string[] = before?.bankIds ?? [],
): Score | undefined {
  const { comment: _comment, bankIds: _bankIds, ...rest } = before ?? { status: "pending" as const };
  const said: Pick<Score, "comment" | "bankIds"> = comment.trim()
    ? { comment: comment.trim(), ...(bankIds.length > 0 && { bankIds: [...bankIds] }) }
    : {};
  return before || said.comment ? { ...rest, ...said } : undefined;
}

/** The change that makes some edits; of several for one cell the last counts. */
export function editScores(edits: readonly ScoreEdit[], world: Pick<World, "assignments" | "scoreColumns">): Change {
  const columns = new Map<string, ScoreColumn>();
  for (const { assignmentId, studentId, score } of edits) {
    const assignment = world.assignments.get(assignmentId);
    if (!assignment) continue;
    const before = columns.get(assignmentId) ??
      world.scoreColumns.get(assignmentId) ?? { assignmentId, classId: assignment.classId, scores: {} };
    const { [studentId]: _replaced, ...others } = before.scores;
    columns.set(assignmentId, { ...before, scores: score ? { ...others, [studentId]: score } : others });
  }
  return { scoreColumns: setRows<"scoreColumns">(world.scoreColumns, columns) };
}

/** What some edits do, in words: "Salinity lab of Ana Wójcik: 17." */
export function scoreEditWords(
  edits: readonly ScoreEdit[],
  { assignments, students }: Pick<World, "assignments" | "students">,
): string {
  const [first] = edits;
  if (!first || edits.length > 1) return `${counted(edits.length, "score")} changed.`;
  const student = students.get(first.studentId);
  const title = assignments.get(first.assignmentId)?.title ?? "An assignment";
  return `${title} of ${student ? fullName(student) : "a student"}: ${formatScore(first.score) || "cleared"}.`;
}

/** A cell that can hold a score: one student's for one assignment. */
export interface ScoreCell {
  readonly studentId: string;
  readonly assignment: Assignment;
}

/**
 * The edits of a pasted block of cells, laid from its first cell on. One value fills a whole selection. What has
 * no cell, beyond the last student or assignment, is left out and counted; what is no score is told. `cellAt` counts from the
 * first cell.
 */
export function pastedScores(
  text: string,
  cellAt: (row: number, column: number) => ScoreCell | undefined,
  selected: { rows: number; columns: number },
  scoreOf: (assignmentId: string, studentId: string) => Score | undefined,
): { edits: ScoreEdit[]; refused: string[]; beyond: number } {
  // A cell with a line break or a tab in it comes in quotes, as spreadsheets write it.
  const { data: rows } = Papa.parse<string[]>(text.replace(/\r?\n$/, ""), { delimiter: "\t" });
  const isOne = rows.length === 1 && rows[0]?.length === 1;
  const height = isOne ? selected.rows : rows.length;
  const width = isOne ? selected.columns : Math.max(...rows.map((row) => row.length));
  const edits: ScoreEdit[] = [];
  const refused: string[] = [];
  let beyond = 0;
  for (let row = 0; row < height; row += 1) {
    for (let column = 0; column < width; column += 1) {
      const cell = isOne ? (rows[0]?.[0] ?? "") : rows[row]?.[column];
      if (cell === undefined) continue;
      const target = cellAt(row, column);
      if (!target) {
        beyond += 1;
        continue;
      }
      const { studentId, assignment } = target;
      const typed = typedScore(cell, scoreOf(assignment.id, studentId), assignment);
      if (typed.ok) edits.push({ assignmentId: assignment.id, studentId, score: typed.score });
      else refused.push(cell.trim());
    }
  }
  return { edits, refused, beyond };
}
