import { markKey } from "../figures/markMeaning";
import { guessPercentReading, type NumberReading, numberIn, readScoreCell } from "../figures/scoreCell";
import { titleKey } from "../model/titleKey";
import type { AssignmentSaid } from "./assignmentBook";
import { mostly } from "./cellMeaning";
import { cellReader } from "./cellsOfRow";
import { type DatedScores, datedScoresIn, undatedScore } from "./datedScores";
import { KNOWN_WORK, possibleIn, titleOf } from "./guessColumn";
import { type DetailKind, outOf, readAssignmentHeader } from "./isDetailLabel";
import type { JoinedRow } from "./joinRows";
import { readDate } from "./readDate";
import { bodyRows } from "./rowsAtLarge";
import type { AssignmentChoice } from "./tableChoices";
import type { Understanding } from "./understand";

/** One cell that says something of one student's work on one assignment. */
export interface ScoreEntry {
  readonly row: number;
  readonly studentId: string | undefined;
  readonly classId: string | undefined;
  readonly text: string;
  readonly said: AssignmentSaid;
  readonly choice: AssignmentChoice | undefined;
  /** None in a long table. */
  readonly column: number | undefined;
  readonly reading: {
    readonly numbers: NumberReading;
    readonly decimalSign: "." | "," | undefined;
    /** Whether only percentages can be read, since nothing says what it is worth. */
    readonly isShares?: boolean;
  };
  readonly comment: string;
}

/** The cells of a table of scores, wide or long, one after the other. */
export function* scoreEntries(
  read: Understanding,
  rows: readonly JoinedRow[],
  termByName: (name: string) => string | undefined,
): Generator<ScoreEntry> {
  if (read.kind === "score list") yield* longEntries(read, rows, termByName);
  else yield* wideEntries(read, rows);
}

/** What a column of a wide table says of its assignment. */
export interface ColumnSaid {
  readonly column: number;
  readonly said: AssignmentSaid;
  readonly numbers: NumberReading;
  readonly isShares: boolean;
  readonly dated: DatedScores | undefined;
  /** The column of comments beside it. */
  readonly commentColumn: number | undefined;
}

function* wideEntries(read: Understanding, rows: readonly JoinedRow[]): Generator<ScoreEntry> {
  const saidOf = saidByClass(read, rows);
  const { notes } = read.table;
  for (const { row, studentId, classId } of rows) {
    const cells = read.table.rows[row] ?? [];
    for (const { column, said, numbers, isShares, dated, commentColumn } of saidOf(classId)) {
      yield {
        row,
        studentId,
        classId,
        text: undatedScore(cells[column] ?? "", dated),
        said,
        choice: read.choices.assignments?.[String(column)],
        column,
        reading: { numbers, decimalSign: read.decimalSign, isShares },
        comment: (commentColumn === undefined ? "" : cells[commentColumn]) || (notes?.get(`${row}/${column}`) ?? ""),
      };
    }
  }
}

const columnsOf = new WeakMap<Understanding, readonly ColumnSaid[]>();

/** What the columns of a wide table say of their assignments: by heading, by the rows of points and dates, by their cells. */
export function columnsSaid(read: Understanding): readonly ColumnSaid[] {
  const known = columnsOf.get(read);
  if (known) return known;
  const made = columnsIn(read, bodyRows(read.table, read.shape));
  columnsOf.set(read, made);
  return made;
}

/** What columns say by the rows of each class: classes may work for other points under one heading. */
function saidByClass(
  read: Understanding,
  rows: readonly JoinedRow[],
): (classId: string | undefined) => readonly ColumnSaid[] {
  const byClass = new Map<string | undefined, (readonly string[])[]>();
  for (const { row, classId } of rows) {
    const some = byClass.get(classId) ?? [];
    some.push(read.table.rows[row] ?? []);
    byClass.set(classId, some);
  }
  if (byClass.size <= 1) return () => columnsSaid(read);
  const said = new Map([...byClass].map(([classId, some]) => [classId, columnsIn(read, some)]));
  return (classId) => said.get(classId) ?? columnsSaid(read);
}

function columnsIn(read: Understanding, rows: readonly (readonly string[])[]): readonly ColumnSaid[] {
  const columns = read.meanings.flatMap(({ role }, column) =>
    role === "scores" ? [columnSaid(read, column, rows)] : [],
  );
  const count = (said: AssignmentSaid) =>
    columns.filter((one) => titleKey(one.said.title) === titleKey(said.title)).length;
  return columns.map((one) => {
    const { title } = one.said;
    const comments = read.meanings.findIndex(
      ({ role, of = "" }) => role === "comment on scores" && titleKey(of) === titleKey(title),
    );
    return {
      ...one,
      commentColumn: comments < 0 ? undefined : comments,
      said: count(one.said) > 1 ? { ...one.said, isTwin: true } : one.said,
    };
  });
}

function columnSaid(
  read: Understanding,
  column: number,
  rows: readonly (readonly string[])[],
): Omit<ColumnSaid, "commentColumn"> {
  const { table, shape, dates } = read;
  const heading = shape.titles[column] ?? "";
  const written = rows.flatMap((row) => row[column] || []);
  const dated = datedScoresIn(written, undefined, true) ?? shape.dated.get(column);
  const cells = written.map((cell) => undatedScore(cell, dated));
  const title = titleOf({ title: heading, cells });
  const pointsPossible = possibleIn({ title: heading, cells });
  const saidAs = (wanted: DetailKind) =>
    [...shape.details].flatMap(([row, kind]) => (kind === wanted ? table.rows[row]?.[column] || [] : []));
  const dateInTitle = /\(?\b(\d{1,4}[./-]\d{1,2}[./-]\d{1,4})\b\)?/.exec(title)?.[1] ?? "";
  const dueDate = [...saidAs("due"), dateInTitle].flatMap((cell) => readDate(cell, dates.order) ?? [])[0];
  const possibleBelow = saidAs("possible").flatMap((cell) => outOf(cell) ?? [])[0];
  const parsed = cells.flatMap((cell) => numberIn(cell) ?? []);
  const fractions = new Set(parsed.flatMap((number) => number.outOf ?? []));
  // A cell with a percent sign is one in any column; the heading makes percents of cells without.
  const headedPercent = /%|\bpercent/i.test(heading);
  const percents = headedPercent || (parsed.length > 0 && mostly(parsed, ({ isPercent }) => isPercent));
  const numbers: NumberReading = headedPercent ? guessPercentReading(cells) : "points";
  const isByTitleAlone = shape.because[column] === KNOWN_WORK && !read.isTold[column];
  const possible =
    pointsPossible ??
    possibleBelow ??
    (fractions.size === 1 ? [...fractions][0] : undefined) ??
    // Ticks and marks without any number: work that is only handed in or missing.
    (parsed.length === 0 && cells.length > 0 ? 0 : percents ? 100 : undefined);
  return {
    column,
    said: {
      title: dateInTitle
        ? title.replace(/\s*\(?\b\d{1,4}[./-]\d{1,2}[./-]\d{1,4}\b\)?\s*/, " ").trim() || title
        : title,
      category: saidAs("category")[0] ?? shape.groups[column] ?? "",
      pointsPossible: possible,
      dueDate,
      mayBeNew: !isByTitleAlone || pointsPossible !== undefined || possibleBelow !== undefined || dueDate !== undefined,
    },
    numbers,
    dated,
    isShares:
      percents && !headedPercent && possible === 100 && pointsPossible === undefined && possibleBelow === undefined,
  };
}

function* longEntries(
  read: Understanding,
  rows: readonly JoinedRow[],
  termByName: (name: string) => string | undefined,
): Generator<ScoreEntry> {
  const cellOf = cellReader(read.meanings);
  const twins = titlesInSeveralCategories(read, rows, cellOf);
  for (const { row, studentId, classId } of rows) {
    const cells = read.table.rows[row] ?? [];
    const title = cellOf(cells, "assignment");
    if (!title) continue;
    const score = cellOf(cells, "score");
    const status = cellOf(cells, "status");
    const possible = numberIn(cellOf(cells, "points possible"));
    const period = termByName(cellOf(cells, "term"));
    const extraCredit = cellOf(cells, "extra credit");
    yield {
      row,
      studentId,
      classId,
      text: textOfScore(score, status, read),
      said: {
        ...readAssignmentHeader(title),
        ...(possible && { pointsPossible: possible.value }),
        category: cellOf(cells, "category"),
        dueDate: readDate(cellOf(cells, "due date"), read.dates.order),
        ...(period && { period }),
        ...(twins.has(titleKey(title)) && { isTwin: true }),
        ...(extraCredit && { extraCredit: /^(true|yes|y|x|1)$/i.test(extraCredit) }),
      },
      choice: undefined,
      column: undefined,
      reading: { numbers: "points", decimalSign: read.decimalSign },
      comment: cellOf(cells, "comment"),
    };
  }
}

/** Titles that stand in more than one category of a list: they are several assignments. */
function titlesInSeveralCategories(
  read: Understanding,
  rows: readonly JoinedRow[],
  cellOf: ReturnType<typeof cellReader>,
): ReadonlySet<string> {
  if (!read.meanings.some(({ role }) => role === "category")) return new Set();
  const categoryOf = new Map<string, string>();
  const twins = new Set<string>();
  for (const { row } of rows) {
    const cells = read.table.rows[row] ?? [];
    const [title, category] = [titleKey(cellOf(cells, "assignment")), titleKey(cellOf(cells, "category"))];
    const before = categoryOf.get(title);
    if (before !== undefined && category && before && before !== category) twins.add(title);
    categoryOf.set(title, before || category);
  }
  return twins;
}

/** A score and a status of their own make one cell: "12" and "late" are "12 late". */
function textOfScore(score: string, status: string, { marks }: Understanding): string {
  if (!status || GRADED.test(status)) return score;
  const meaning = marks[markKey(status)];
  if (meaning === "nothing") return score;
  const alone = readScoreCell(status, { marks, numbers: "points", pointsPossible: 0 });
  const isMissing = alone.kind === "score" && (alone.score.status === "missing" || alone.score.status === "excused");
  // A missing assignment that a gradebook shows as 0 was not scored 0.
  if (isMissing && (score === "" || numberIn(score)?.value === 0)) return status;
  return score === "" ? status : `${score} ${status}`;
}
const GRADED = /^(graded|scored|marked|fully graded|on time|ok)$/i;
