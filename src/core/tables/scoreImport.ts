import * as z from "zod";
import { type Change, setRows } from "../change/change";
import { type RowIdentity, type RowMatch, studentMatcher } from "../matching/matchStudents";
import { nameKey } from "../matching/nameKey";
import { type Assignment, assignmentSchema } from "../model/assignment";
import type { Score, ScoreColumn } from "../model/score";
import { scoreStatusSchema } from "../model/score";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import { COLUMN_ROLES, type ColumnRole } from "./columnRoles";
import type { RawTable } from "./rawTable";
import { readScoreCell } from "./scoreCell";

/** Where a column of scores goes: to a piece of work that is there, or to a new one. */
const scoreTargetSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("existing"), assignmentId: z.string() }),
  z.object({
    kind: z.literal("new"),
    assignment: assignmentSchema.pick({ id: true, title: true, categoryId: true, pointsPossible: true, dueDate: true }),
  }),
]);
export type ScoreTarget = z.infer<typeof scoreTargetSchema>;

/** Everything the teacher decided, or let stand, about one table of scores. */
export const scoreImportChoicesSchema = z.object({
  classId: z.string(),
  termId: z.string(),
  headerRow: z.number().int().min(0),
  roles: z.array(z.enum(COLUMN_ROLES)),
  /** By column. */
  targets: z.record(z.string(), scoreTargetSchema),
  /** What each mark means; a mark that is not here is still asked. */
  marks: z.record(z.string(), z.union([scoreStatusSchema, z.literal("nothing")])),
  /** By row, for rows in doubt: a student's id, or nobody. */
  answers: z.record(z.string(), z.union([z.string(), z.literal("nobody")])),
});
export type ScoreImportChoices = z.infer<typeof scoreImportChoicesSchema>;

export interface ImportRow {
  /** Place in the table, counted from 0. */
  readonly row: number;
  readonly name: string;
  readonly studentNumber: string;
  readonly match: RowMatch;
  /** Whose row it is, after the teacher's answer. */
  readonly studentId: string | undefined;
}

export interface CellChange {
  readonly studentId: string;
  readonly from: Score | undefined;
  readonly to: Score;
}

export interface ImportColumn {
  readonly column: number;
  readonly header: string;
  readonly target: ScoreTarget;
  readonly changes: readonly CellChange[];
  readonly unchanged: number;
  /** Scores above what is possible, to be looked at first. */
  readonly above: readonly CellChange[];
}

/** What applying a table would do; nothing is done yet. */
export interface ScoreImport {
  readonly rows: readonly ImportRow[];
  readonly columns: readonly ImportColumn[];
  /** Marks without a meaning yet, with how often they stand in the table. */
  readonly openMarks: readonly { mark: string; count: number }[];
  readonly refusedCells: readonly { row: number; column: number; cause: "negative" | "too large"; text: string }[];
  /** Students whose row stands in the table more than once: neither row is used. */
  readonly doubled: readonly string[];
  /** Columns that go to a piece of work that an earlier column already goes to: they are not used. */
  readonly clashing: readonly number[];
  /** Students of the class without a row. */
  readonly notInTable: readonly string[];
  readonly change: Change;
}

/** Joins a table of scores with a class, by identity, and says what would change. Rows in doubt change nothing; blank cells leave a score as it is. */
export function planScoreImport(table: RawTable, choices: ScoreImportChoices, world: World): ScoreImport {
  const enrolled = world.classes.get(choices.classId)?.studentIds ?? [];
  const rows = matchRows(
    table,
    choices,
    enrolled.flatMap((id) => world.students.get(id) ?? []),
  );
  const usable = rows.flatMap(({ row, studentId }) => (studentId ? [{ row, studentId }] : []));
  const doubled = repeated(usable.map(({ studentId }) => studentId));
  const joined = usable.filter(({ studentId }) => !doubled.includes(studentId));
  const openMarks = new Map<string, number>();
  const refusedCells: ScoreImport["refusedCells"][number][] = [];

  const clashing: number[] = [];
  const taken = new Set<string>();
  const columns = Object.entries(choices.targets).flatMap(([place, target]): ImportColumn[] => {
    const column = Number(place);
    if (choices.roles[column] !== "scores") return [];
    if (taken.has(assignmentIdOf(target))) {
      clashing.push(column);
      return [];
    }
    taken.add(assignmentIdOf(target));
    const before = target.kind === "existing" ? world.scoreColumns.get(target.assignmentId)?.scores : undefined;
    const pointsPossible = possibleOf(target, world);
    const changes: CellChange[] = [];
    let unchanged = 0;
    for (const { row, studentId } of joined) {
      const cell = readScoreCell(table.rows[row]?.[column] ?? "", choices.marks);
      if (cell.kind === "mark") openMarks.set(cell.mark, (openMarks.get(cell.mark) ?? 0) + 1);
      if (cell.kind === "refused") refusedCells.push({ row, column, cause: cell.cause, text: cell.text });
      if (cell.kind !== "score") continue;
      const from = before?.[studentId];
      if (from?.status === cell.score.status && from.points === cell.score.points) unchanged += 1;
      else changes.push({ studentId, from, to: { ...from, ...cell.score, points: cell.score.points } });
    }
    return [
      {
        column,
        header: table.rows[choices.headerRow]?.[column] ?? "",
        target,
        changes,
        unchanged,
        above: changes.filter(({ to }) => pointsPossible > 0 && (to.points ?? 0) > pointsPossible),
      },
    ];
  });

  const present = new Set(usable.map(({ studentId }) => studentId));
  return {
    rows,
    columns,
    openMarks: [...openMarks].map(([mark, count]) => ({ mark, count })),
    refusedCells,
    doubled,
    clashing,
    notInTable: enrolled.filter((id) => !present.has(id)),
    change: changeOf(columns, choices, world),
  };
}

function matchRows(table: RawTable, choices: ScoreImportChoices, students: readonly Student[]): ImportRow[] {
  const matchOf = studentMatcher(students);
  const identityOf = identityReader(choices.roles);
  const known = new Set(students.map(({ id }) => id));
  return table.rows.flatMap((cells, row): ImportRow[] => {
    if (row <= choices.headerRow) return [];
    const { name, studentNumber } = identityOf(cells);
    if (!name && !studentNumber) return [];
    const match = matchOf({ name, studentNumber });
    const answered = choices.answers[String(row)];
    const studentId =
      match.kind === "certain" ? match.studentId : answered && known.has(answered) ? answered : undefined;
    return [{ row, name, studentNumber, match, studentId }];
  });
}

/** What a row says about whose it is, by the roles of its columns. */
export function identityReader(roles: readonly ColumnRole[]): (cells: readonly string[]) => RowIdentity {
  const cellOf = (cells: readonly string[], role: ColumnRole) => cells[roles.indexOf(role)] ?? "";
  return (cells) => ({
    name: cellOf(cells, "full name") || `${cellOf(cells, "given name")} ${cellOf(cells, "family name")}`.trim(),
    studentNumber: cellOf(cells, "student number"),
  });
}

function changeOf(columns: readonly ImportColumn[], choices: ScoreImportChoices, world: World): Change {
  const lastOrder = Math.max(0, ...[...world.assignments.values()].map(({ order }) => order));
  const assignments: [string, Assignment][] = [];
  const scoreColumns: [string, ScoreColumn][] = [];
  for (const { target, changes } of columns) {
    const assignmentId = assignmentIdOf(target);
    if (changes.length === 0) continue;
    if (target.kind === "new") {
      assignments.push([
        assignmentId,
        {
          ...target.assignment,
          classId: choices.classId,
          termId: choices.termId,
          extraCredit: false,
          order: lastOrder + 1 + assignments.length,
        },
      ]);
    }
    const scores = { ...world.scoreColumns.get(assignmentId)?.scores };
    for (const { studentId, to } of changes) scores[studentId] = to;
    scoreColumns.push([assignmentId, { assignmentId, classId: choices.classId, scores }]);
  }
  return {
    assignments: setRows<"assignments">(world.assignments, assignments),
    scoreColumns: setRows<"scoreColumns">(world.scoreColumns, scoreColumns),
  };
}

/** Where each column of scores seems to go: to the class's piece of work of the same title in the term, else to a new one. */
export function guessTargets(
  headers: readonly string[],
  roles: readonly string[],
  options: { classId: string; termId: string; categoryId: string; newId: () => string },
  world: World,
): Record<string, ScoreTarget> {
  const inTerm = [...world.assignments.values()].filter(
    ({ classId, termId }) => classId === options.classId && termId === options.termId,
  );
  const targets: Record<string, ScoreTarget> = {};
  headers.forEach((header, column) => {
    if (roles[column] !== "scores") return;
    const { title, pointsPossible } = readHeader(header);
    const known = inTerm.find((assignment) => nameKey(assignment.title) === nameKey(title));
    targets[String(column)] = known
      ? { kind: "existing", assignmentId: known.id }
      : { kind: "new", assignment: { id: options.newId(), title, categoryId: options.categoryId, pointsPossible } };
  });
  return targets;
}

/** "Lab 4 (20)", "Lab 4 /20" and "Lab 4 out of 20" name the points possible beside the title. */
function readHeader(header: string): { title: string; pointsPossible: number } {
  const [, title, points] =
    /^(.*?)\s*(?:\((?:out of )?(\d+(?:[.,]\d+)?)(?: points| pts)?\)|\/\s*(?=\d)|out of (?=\d))/i.exec(header) ?? [];
  const after = /(?:\/|out of)\s*(\d+(?:[.,]\d+)?)\s*$/i.exec(header)?.[1];
  const possible = Number((points ?? after ?? "").replace(",", "."));
  return { title: (title || header).trim(), pointsPossible: possible || DEFAULT_POINTS };
}
const DEFAULT_POINTS = 100;

function assignmentIdOf(target: ScoreTarget): string {
  return target.kind === "existing" ? target.assignmentId : target.assignment.id;
}

function possibleOf(target: ScoreTarget, world: World): number {
  return target.kind === "new"
    ? target.assignment.pointsPossible
    : (world.assignments.get(target.assignmentId)?.pointsPossible ?? 0);
}

function repeated(ids: readonly string[]): string[] {
  return [...new Set(ids.filter((id, place) => ids.indexOf(id) !== place))];
}
