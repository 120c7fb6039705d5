import { applyChange, type Change, setRows } from "../change/change";
import { guessMark, type MarkMeaning, markKey } from "../figures/markMeaning";
import { type CellReading, numberIn, readScoreCell } from "../figures/scoreCell";
import type { Assignment } from "../model/assignment";
import type { SchoolClass } from "../model/schoolClass";
import { feedbackOf, formatScore, type Score, type ScoreColumn } from "../model/score";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { AssignmentBook, type AssignmentSaid, type NotFound } from "./assignmentBook";
import type { JoinedRow } from "./joinRows";
import { scoreEntries } from "./scoreEntries";
import type { Understanding } from "./understand";

/** One score that would be another one. */
export interface CellChange {
  readonly studentId: string;
  readonly from: Score | undefined;
  /** None where the score is cleared. */
  readonly to: Score | undefined;
}

/** What a table changes in one assignment of one class. */
export interface AssignmentPlan {
  readonly assignment: Assignment;
  readonly isNew: boolean;
  readonly guessed: readonly ("category" | "points possible")[];
  /** The column of a wide table that it comes from. */
  readonly column: number | undefined;
  readonly changes: readonly CellChange[];
  readonly unchanged: number;
  /** Scores above what is possible. */
  readonly above: readonly CellChange[];
  /** Whether no cell of it says anything. */
  readonly isEmpty: boolean;
  /** Nothing says what it is worth: until somebody does, its scores are there and count in no average. */
  readonly hasNoPoints: boolean;
  /** What it is worth by what was said since it came in. */
  readonly newPoints: number | undefined;
}

/** A mark that is no number, with how often it stands and what it is taken for. */
export interface MarkCount {
  readonly mark: string;
  readonly count: number;
  readonly meaning: MarkMeaning | undefined;
  readonly guess: MarkMeaning | undefined;
}

/** Why a cell is no score. A percentage of work that nobody knows the points of is none yet. */
export type RefusedCause = "negative" | "too large" | "two readings" | "no points";

/** What a table of scores would change. What is in doubt changes nothing and is named. */
export interface ScoresPlan {
  readonly assignments: readonly AssignmentPlan[];
  readonly marks: readonly MarkCount[];
  readonly refusedCells: readonly { row: number; text: string; cause: RefusedCause }[];
  /** Students with two rows, or two scores for one assignment that differ: neither is used. */
  readonly doubled: readonly string[];
  /** Rows that stand there once more, cell by cell alike: they count once. */
  readonly alike: number;
  /** Columns that go to an assignment that another column goes to, or to one of several that nothing tells apart. */
  readonly clashing: readonly number[];
  /** Titles of a list, or columns by their heading, that no assignment is meant by for certain. */
  readonly unplaced: readonly { title: string; column: number | undefined; why: NotFound; count: number }[];
  /** Scores of which another table of the drop says something else: neither counts until it is said which. */
  readonly conflicts: readonly ScoreConflict[];
  /** Comments without a score that they could stand with. */
  readonly looseComments: number;
  readonly change: Change;
  readonly after: World;
}

/** One score that two tables say differently. */
export interface ScoreConflict {
  /** By which an answer is known. */
  readonly key: string;
  readonly title: string;
  readonly studentId: string;
  /** As people read them. */
  readonly values: readonly [string, string];
}

interface Draft {
  readonly assignment: Assignment;
  readonly isNew: boolean;
  readonly guessed: AssignmentPlan["guessed"];
  readonly column: number | undefined;
  readonly said: Map<string, { score: Score | undefined; text: string; comment: string }>;
  /** Students of whom rows say different things about it: none of them counts, wherever they stand. */
  readonly inDoubt: Set<string>;
  readonly reading: CellReading;
  filled: number;
}

/** Joins the cells of a table of scores, wide or long, with the gradebook, and says what would change. */
export function planScores(
  read: Understanding,
  rows: readonly JoinedRow[],
  context: { classId: string | undefined; period: string },
  world: World,
  before: World = world,
): ScoresPlan {
  const book = new AssignmentBook(world, context.period, read.idSeed);
  // In a wide table of two rows that differ neither counts; in a long one that is judged assignment by assignment.
  const { once, twice } = read.kind === "scores" ? eachOnce(read, rows) : { once: rows, twice: new Set<string>() };
  const doubled = new Set(twice);
  const drafts = new Map<string, Draft>();
  const columnsOf = new Map<string, number>();
  const clashing = new Set<number>();
  const marks = new MarkCounter(read.marks, gradeLabels(world));
  const refusedCells: ScoresPlan["refusedCells"][number][] = [];
  const unplaced = new Map<string, ScoresPlan["unplaced"][number]>();

  for (const {
    row,
    studentId,
    classId = context.classId,
    text,
    said,
    choice,
    column,
    reading,
    comment,
  } of scoreEntries(read, once, termReader(world))) {
    if (!studentId || !classId || twice.has(studentId)) {
      // The marks of rows that wait for an answer are asked in the same go.
      marks.see(text, readScoreCell(text, { ...reading, marks: read.marks, pointsPossible: 0 }));
      continue;
    }
    const found = book.find(classId, withPoints(said, read.points), choice);
    if (typeof found === "string") {
      if (!text) continue;
      const key = `${column ?? ""}/${titleKey(said.title)}/${found}`;
      unplaced.set(key, { title: said.title, column, why: found, count: (unplaced.get(key)?.count ?? 0) + 1 });
      marks.see(text, readScoreCell(text, { ...reading, marks: read.marks, pointsPossible: 0 }));
      continue;
    }
    const { assignment, isNew, guessed } = found;
    if (column !== undefined) {
      const other = columnsOf.get(assignment.id);
      if (other !== undefined && other !== column) {
        clashing.add(column);
        continue;
      }
      columnsOf.set(assignment.id, column);
    }
    let draft = drafts.get(assignment.id);
    if (!draft) {
      const cellReading = { ...reading, marks: read.marks, pointsPossible: assignment.pointsPossible };
      draft = {
        assignment,
        isNew,
        guessed,
        column,
        said: new Map(),
        inDoubt: new Set(),
        reading: cellReading,
        filled: 0,
      };
      drafts.set(assignment.id, draft);
    }
    const cell = readScoreCell(text, draft.reading);
    marks.see(text, cell);
    const hasNothing = assignment.pointsPossible === 0 && isShare(text, draft.reading);
    // Work that is out of 100 only because its cells are percentages.
    const isOfShares =
      reading.isShares && assignment.pointsPossible === SHARES && !before.assignments.has(assignment.id);
    if (hasNothing || (isOfShares && numberIn(text) && !isShare(text, draft.reading))) {
      refusedCells.push({ row, text, cause: "no points" });
      draft.filled += 1;
      continue;
    }
    if (cell.kind === "refused") refusedCells.push({ row, text: cell.text, cause: cell.cause });
    if (text) draft.filled += 1;
    if (cell.kind === "mark" || cell.kind === "refused") continue;
    const score = cell.kind === "blank" ? undefined : withComment(cell.score, comment);
    const earlier = draft.said.get(studentId);
    if (earlier && (earlier.text !== text || earlier.comment !== comment)) {
      doubled.add(studentId);
      draft.inDoubt.add(studentId);
    } else draft.said.set(studentId, { score, text, comment });
  }

  for (const { said, inDoubt } of drafts.values()) for (const studentId of inDoubt) said.delete(studentId);
  const conflicts: ScoreConflict[] = [];
  const assignments = [...drafts.values()].map((draft) => assignmentPlan(draft, read, { world, before, conflicts }));
  const change = changeOf(assignments, book.changedClasses, world);
  return {
    assignments,
    marks: marks.counts(),
    refusedCells,
    doubled: [...doubled],
    alike: rows.length - once.length,
    clashing: [...clashing],
    unplaced: [...unplaced.values()],
    conflicts,
    looseComments: [...drafts.values()].reduce((sum, draft) => sum + looseCommentsOf(draft, world), 0),
    change,
    after: applyChange(world, change),
  };
}

function assignmentPlan(
  draft: Draft,
  { blanks, points, answers }: Understanding,
  { world, before: start, conflicts }: { world: World; before: World; conflicts: ScoreConflict[] },
): AssignmentPlan {
  const { assignment, said } = draft;
  const before = world.scoreColumns.get(assignment.id)?.scores;
  const atFirst = start.scoreColumns.get(assignment.id)?.scores;
  const changes: CellChange[] = [];
  let unchanged = 0;
  for (const [studentId, { score, text, comment }] of said) {
    const from = before?.[studentId];
    if (score) {
      const to = {
        ...feedbackOf(from),
        ...score,
      };
      const was = atFirst?.[studentId];
      // Another table of the same drop has put it there.
      const isOther = from?.points !== to.points || from?.status !== to.status;
      const isSaidTwice = isOther && start !== world && from !== undefined && !(was && sameScore(was, from));
      const isOne = isSaidTwice && isNear(from, to, assignment.pointsPossible);
      // What a percentage comes to is less exact than the points themselves.
      if (sameScore(from, to) || (isOne && decimalsOf(from) <= decimalsOf(to))) unchanged += 1;
      else if (isOne) changes.push({ studentId, from, to });
      else if (isSaidTwice) {
        const values = [formatScore(from), formatScore(to)] as const;
        const key = `score|${assignment.classId}|${titleKey(assignment.title)}|${studentId}`;
        conflicts.push({ key, title: assignment.title, studentId, values });
        if (answers[key] === values[1]) changes.push({ studentId, from, to });
        else if (answers[key] === values[0]) unchanged += 1;
        else changes.push({ studentId, from, to: was });
      } else changes.push({ studentId, from, to });
    } else if (from && text === "" && comment) {
      if (from.comment === comment) unchanged += 1;
      else changes.push({ studentId, from, to: { ...from, comment } });
    } else if (from && text === "" && blanks === "clear") changes.push({ studentId, from, to: undefined });
  }
  const possible = assignment.pointsPossible;
  const told = points[titleKey(assignment.title)];
  const hasPoints = [...said.values()].some(({ score }) => (score?.points ?? 0) > 0);
  return {
    assignment,
    isNew: draft.isNew,
    guessed: draft.guessed,
    column: draft.column,
    changes,
    unchanged,
    above: assignment.extraCredit || possible === 0 ? [] : changes.filter(({ to }) => (to?.points ?? 0) > possible),
    isEmpty: draft.filled === 0,
    hasNoPoints: possible === 0 && told === undefined && hasPoints,
    newPoints: !draft.isNew && possible === 0 && hasPoints ? told : undefined,
  };
}

function changeOf(
  plans: readonly AssignmentPlan[],
  changedClasses: ReadonlyMap<string, SchoolClass>,
  world: World,
): Change {
  const assignments: [string, Assignment][] = [];
  const scoreColumns: [string, ScoreColumn][] = [];
  for (const { assignment, isNew, changes, newPoints } of plans) {
    if (newPoints !== undefined) assignments.push([assignment.id, { ...assignment, pointsPossible: newPoints }]);
    if (changes.length === 0) continue;
    if (isNew) assignments.push([assignment.id, assignment]);
    const scores = { ...world.scoreColumns.get(assignment.id)?.scores };
    for (const { studentId, to } of changes) {
      if (to) scores[studentId] = to;
      else delete scores[studentId];
    }
    scoreColumns.push([assignment.id, { assignmentId: assignment.id, classId: assignment.classId, scores }]);
  }
  const usedClasses = new Set(assignments.map(([, { classId }]) => classId));
  return {
    classes: setRows<"classes">(
      world.classes,
      [...changedClasses].filter(([id]) => usedClasses.has(id)),
    ),
    assignments: setRows<"assignments">(world.assignments, assignments),
    scoreColumns: setRows<"scoreColumns">(world.scoreColumns, scoreColumns),
  };
}

const SHARES = 100;

/** Whether a cell is a share of what the work is worth, and says nothing without that. */
function isShare(text: string, { numbers }: CellReading): boolean {
  const number = numberIn(text);
  return number !== undefined && number.outOf === undefined && (number.isPercent || numbers !== "points");
}

function looseCommentsOf({ said, assignment }: Draft, world: World): number {
  const before = world.scoreColumns.get(assignment.id)?.scores;
  return [...said].filter(([id, { text, comment }]) => text === "" && comment !== "" && !before?.[id]).length;
}

/** What the teacher said an assignment of this title is worth, in all tables. */
function withPoints(said: AssignmentSaid, points: Readonly<Record<string, number>>): AssignmentSaid {
  const told = points[titleKey(said.title)];
  return told === undefined || said.pointsPossible !== undefined ? said : { ...said, pointsPossible: told };
}

function sameScore(a: Score | undefined, b: Score): boolean {
  return (
    a?.status === b.status &&
    a.points === b.points &&
    a.gradeLabel === b.gradeLabel &&
    (a.comment ?? "") === (b.comment ?? "")
  );
}

/** Whether one of two scores is the other, but for what a percentage was rounded by. */
function isNear(a: Score, b: Score, pointsPossible: number): boolean {
  if (a.status !== b.status || a.points === undefined || b.points === undefined) return false;
  return Math.abs(a.points - b.points) <= pointsPossible * ROUNDING;
}
function decimalsOf({ points = 0 }: Score): number {
  return String(points).split(".")[1]?.length ?? 0;
}
/** Half a percent, and a little for the fractions of binary numbers. */
const ROUNDING = 0.0051;

function withComment(score: Score, comment: string): Score {
  return comment ? { ...score, comment } : score;
}

/** Rows that stand twice alike count once; students of whom rows differ are in doubt, wherever they stand. */
function eachOnce(read: Understanding, rows: readonly JoinedRow[]): { once: JoinedRow[]; twice: Set<string> } {
  const seen = new Map<string, string>();
  const twice = new Set<string>();
  const once = rows.filter(({ studentId, classId, row }) => {
    if (!studentId) return true;
    const cells = JSON.stringify([classId, read.table.rows[row]]);
    const before = seen.get(studentId);
    if (before !== undefined && before !== cells) twice.add(studentId);
    seen.set(studentId, before ?? cells);
    return before !== cells;
  });
  return { once, twice };
}

function gradeLabels(world: World): Set<string> {
  return new Set([...world.gradeScales.values()].flatMap(({ bands }) => bands.map(({ label }) => label)));
}

/** Finds a term by its name. */
export function termReader(world: World): (name: string) => string | undefined {
  const byName = new Map([...world.terms.values()].map(({ id, name }) => [titleKey(name), id]));
  return (name) => byName.get(titleKey(name));
}

/** The marks of a table, each once, with how often it stands there. */
class MarkCounter {
  private readonly seen = new Map<string, { mark: string; count: number }>();

  constructor(
    private readonly meanings: Understanding["marks"],
    private readonly labels: ReadonlySet<string>,
  ) {}

  see(text: string, cell: ReturnType<typeof readScoreCell>): void {
    const mark = markIn(text, cell);
    if (!mark) return;
    const known = this.seen.get(markKey(mark));
    if (known) known.count += 1;
    else this.seen.set(markKey(mark), { mark, count: 1 });
  }

  counts(): MarkCount[] {
    return [...this.seen].map(([key, { mark, count }]) => {
      const guess = guessMark(mark, this.labels);
      return {
        mark,
        count,
        meaning: this.meanings[key] ?? (guess?.sure ? guess.meaning : undefined),
        guess: guess?.meaning,
      };
    });
  }
}

/** The mark that a cell is, whether it has a meaning already or not; none for points and empty cells. */
function markIn(text: string, cell: ReturnType<typeof readScoreCell>): string | undefined {
  if (cell.kind === "mark") return cell.mark;
  const hasPoints = cell.kind === "refused" || (cell.kind === "score" && cell.score.points !== undefined);
  return hasPoints ? undefined : text;
}
