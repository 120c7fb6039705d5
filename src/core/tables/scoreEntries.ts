import { markKey } from "../figures/markMeaning";
import { guessPercentReading, type NumberReading, numberIn, readScoreCell } from "../figures/scoreCell";
import type { AssignmentSaid } from "./assignmentBook";
import { isDetailLabel, outOf, readAssignmentHeader } from "./isDetailLabel";
import { cellReader, type JoinedRow } from "./joinRows";
import { readDate } from "./readDate";
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
  readonly reading: { readonly numbers: NumberReading };
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

function* wideEntries(read: Understanding, rows: readonly JoinedRow[]): Generator<ScoreEntry> {
  const detailRows = allDetailRows(read);
  const columns = read.meanings.flatMap(({ role }, column) =>
    role === "scores" ? [assignmentOfColumn(read, column, detailRows)] : [],
  );
  for (const { row, studentId, classId } of rows) {
    const cells = read.table.rows[row] ?? [];
    for (const { column, said, numbers } of columns) {
      yield {
        row,
        studentId,
        classId,
        text: cells[column] ?? "",
        said,
        choice: read.choices.assignments?.[String(column)],
        column,
        reading: { numbers },
        comment: "",
      };
    }
  }
}

/**
 * What a column of a wide table says of its assignment: by its heading, by the rows of points and dates, by its cells.
 * Whoever asks for many columns finds these rows once.
 */
export function assignmentOfColumn(
  read: Understanding,
  column: number,
  detailRows: readonly number[] = allDetailRows(read),
): { column: number; said: AssignmentSaid; numbers: NumberReading } {
  const { table, shape, dates } = read;
  const { title, pointsPossible } = readAssignmentHeader(shape.titles[column] ?? "");
  const details = detailRows.map((row) => table.rows[row]?.[column] ?? "");
  const dateInTitle = /\(?\b(\d{1,4}[./-]\d{1,2}[./-]\d{1,4})\b\)?/.exec(title)?.[1] ?? "";
  const dueDate = [...details, dateInTitle].flatMap((cell) => readDate(cell, dates.order) ?? [])[0];
  const possibleBelow = details.flatMap((cell) => (readDate(cell, "day first") ? [] : (outOf(cell) ?? [])))[0];
  const cells = table.rows.slice(shape.lastHeaderRow + 1).map((row) => row[column] ?? "");
  const parsed = cells.flatMap((cell) => numberIn(cell) ?? []);
  const fractions = new Set(parsed.flatMap((number) => number.outOf ?? []));
  // A cell with a percent sign is one in any column; the heading makes percents of cells without.
  const headedPercent = /%|\bpercent/i.test(shape.titles[column] ?? "");
  const percents = headedPercent || (parsed.length > 0 && parsed.every(({ isPercent }) => isPercent));
  const numbers: NumberReading = headedPercent ? guessPercentReading(cells) : "points";
  return {
    column,
    said: {
      title: dateInTitle
        ? title.replace(/\s*\(?\b\d{1,4}[./-]\d{1,2}[./-]\d{1,4}\b\)?\s*/, " ").trim() || title
        : title,
      category: shape.groups[column] ?? "",
      pointsPossible:
        pointsPossible ??
        possibleBelow ??
        (fractions.size === 1 ? [...fractions][0] : undefined) ??
        // Ticks and marks without any number: work that is only handed in or missing.
        (parsed.length === 0 && cells.some(Boolean) ? 0 : percents ? 100 : undefined),
      dueDate,
    },
    numbers,
  };
}

/** Rows of points possible or due dates: those of the heading, and those that stand among or below the students. */
function allDetailRows({ table, shape, meanings }: Understanding): number[] {
  const cellOf = cellReader(meanings);
  const below = table.rows.flatMap((cells, row) => {
    if (row <= shape.lastHeaderRow) return [];
    const label = cellOf(cells, "full name") || cellOf(cells, "student number") || cellOf(cells, "family name");
    return isDetailLabel(label) ? [row] : [];
  });
  return [...shape.detailRows, ...below];
}

function* longEntries(
  read: Understanding,
  rows: readonly JoinedRow[],
  termByName: (name: string) => string | undefined,
): Generator<ScoreEntry> {
  const cellOf = cellReader(read.meanings);
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
        ...(extraCredit && { extraCredit: /^(true|yes|y|x|1)$/i.test(extraCredit) }),
      },
      choice: undefined,
      column: undefined,
      reading: { numbers: "points" },
      comment: cellOf(cells, "comment"),
    };
  }
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
