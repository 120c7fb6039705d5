import type { World } from "@/core/model/world";
import type { AssignmentSaid } from "@/core/tables/assignmentBook";
import { isErrorCell } from "@/core/tables/cellMeaning";
import type { ColumnMeaning } from "@/core/tables/columnMeaning";
import type { LeftOutCause } from "@/core/tables/leftOutCause";
import type { TableAsk } from "@/core/tables/openQuestions";
import type { BringInPlan, TablePlan } from "@/core/tables/planBringIn";
import { rowNumber, type TextReading } from "@/core/tables/rawTable";
import { columnsSaid } from "@/core/tables/scoreEntries";
import { isAboutScores, type TableKind } from "@/core/tables/tableKind";
import { counted } from "@/core/words";
import { MOST_LISTED, nameOf } from "./nameOf";

const ROWS_SHOWN = 6;

export interface ColumnView {
  readonly column: number;
  readonly title: string;
  readonly meaning: ColumnMeaning;
  readonly assignment:
    | (AssignmentSaid & { readonly goesTo: string; readonly isNew: boolean; readonly guessed: readonly string[] })
    | undefined;
  readonly percents: "percents" | "fractions" | undefined;
  readonly clashes: boolean;
  /** What it may be, the best guess first. */
  readonly maybe: readonly ColumnMeaning[];
  /** The evidence that is no heading. */
  readonly because: string;
}

export interface TableView {
  readonly id: string;
  readonly name: string;
  readonly kind: TableKind;
  readonly part: string;
  readonly asks: readonly TableAsk[];
  /** Tables with the same share the choices about them. */
  readonly shape: string;
  readonly knownSince: number | undefined;
  readonly classId: string | undefined;
  readonly suggestedClassId: string | undefined;
  readonly byStudent: boolean;
  /** The class that a roster without one makes. */
  readonly newClass: string | undefined;
  readonly reading: TextReading | undefined;
  readonly decimalSign: "." | "," | undefined;
  readonly hasOpenColumns: boolean;
  /** Nothing of it is used before a question is answered. */
  readonly isHeld: boolean;
  /** Whether hidden rows or columns can be taken on a word. */
  readonly hasHidden: boolean;
  readonly byColumn: boolean;
  readonly period: string;
  readonly blanks: "leave" | "clear";
  readonly lastHeaderRow: number;
  readonly columns: readonly ColumnView[];
  /** The first rows as they are understood. */
  readonly firstRows: readonly { readonly row: number; readonly cells: readonly string[]; readonly who: string }[];
  readonly rowCount: number;
  readonly joined: number;
  /** With the number by which the row is found in the file. */
  readonly leftOut: readonly {
    readonly row: number;
    readonly number: number;
    readonly cause: LeftOutCause;
    readonly text: string;
  }[];
  readonly unknown: readonly { readonly key: string; readonly name: string; readonly answer: string | undefined }[];
  readonly unknownMore: number;
  readonly absent: readonly string[];
  readonly absentMore: number;
  readonly notices: readonly string[];
  readonly dates: { readonly ambiguous?: string; readonly decisive?: string };
}

/** One table as it was understood, with its first rows. */
export function tableView(plan: TablePlan, { after }: BringInPlan, asks: TableView["asks"]): TableView {
  const { read, rows, joined } = plan;
  const joinedRows = rows.filter(({ state }) => state === "joined");
  const unknown = rows.filter(({ match, state }) => match.kind === "nobody" && state !== "joined");
  const whose = new Map(rows.map(({ row, studentId }) => [row, nameOf(studentId, after)]));
  const body = read.table.rows
    .map((cells, row) => ({ row, cells, who: whose.get(row) ?? "" }))
    .slice(read.shape.lastHeaderRow + 1, read.shape.lastHeaderRow + 1 + ROWS_SHOWN);
  return {
    id: read.id,
    name: read.table.name,
    kind: read.kind,
    part: read.table.preset?.part ?? "",
    asks,
    shape: read.shapeId,
    knownSince: read.recipe?.usedAt,
    classId: joined.classId,
    suggestedClassId: joined.suggestedClassId,
    byStudent: joined.byStudent,
    newClass: joined.newClass,
    reading: read.table.reading,
    decimalSign: read.decimalSign,
    hasOpenColumns: read.kind !== "not used" && read.meanings.some(({ role }) => role === "undecided"),
    isHeld: plan.isHeld,
    hasHidden: read.table.hasHidden ?? false,
    byColumn: joined.byColumn,
    period: plan.period,
    blanks: read.blanks,
    lastHeaderRow: read.shape.lastHeaderRow,
    columns: read.meanings.map((meaning, column) => columnView(plan, column, meaning)),
    firstRows: body,
    rowCount: rows.length,
    joined: joinedRows.length,
    leftOut: joined.leftOut.slice(0, MOST_LISTED).map(({ row, cause }) => ({
      number: rowNumber(read.table, row),
      row,
      cause,
      text: (read.table.rows[row] ?? []).filter(Boolean).slice(0, 4).join(", "),
    })),
    unknown: unknown
      .slice(0, MOST_LISTED)
      .map(({ key, name, studentNumber }) => ({ key, name: name || studentNumber, answer: read.answers[key] })),
    unknownMore: Math.max(0, unknown.length - MOST_LISTED),
    absent: plan.absent.slice(0, MOST_LISTED).map((id) => nameOf(id, after)),
    absentMore: Math.max(0, plan.absent.length - MOST_LISTED),
    notices: noticesOf(plan, after),
    dates: {
      ...(read.dates.ambiguous && { ambiguous: read.dates.ambiguous }),
      ...(read.dates.decisive && { decisive: read.dates.decisive }),
    },
  };
}

function columnView({ read, scores }: TablePlan, column: number, meaning: ColumnMeaning): ColumnView {
  const assignment = scores?.assignments.find((one) => one.column === column);
  const isScores = meaning.role === "scores" && read.kind === "scores";
  const said = isScores ? columnsSaid(read).find((one) => one.column === column)?.said : undefined;
  return {
    column,
    title: read.shape.titles[column] ?? "",
    meaning,
    assignment: said && {
      ...said,
      goesTo: assignment?.isNew ? "" : (assignment?.assignment.id ?? ""),
      isNew: assignment?.isNew ?? true,
      guessed: assignment?.guessed ?? [],
      title: assignment?.assignment.title ?? said.title,
      pointsPossible: assignment?.assignment.pointsPossible ?? said.pointsPossible,
      dueDate: assignment?.assignment.dueDate ?? said.dueDate,
    },
    percents: read.percents[String(column)],
    clashes: (scores?.clashing.includes(column) || scores?.unplaced.some((one) => one.column === column)) ?? false,
    maybe: read.shape.maybe[column] ?? [],
    because: read.shape.because[column] ?? "",
  };
}

/** What was read in a way that the teacher should know of, and what is not used. */
function noticesOf(
  { read, scores, averages, people, ownColumns, joined, rows, unknownClasses, isHeld }: TablePlan,
  world: World,
): string[] {
  const notices: string[] = [...(read.table.remarks ?? [])];
  if (isHeld) notices.push("Nothing of it is used before it is said who may be written to: some say no.");
  if (read.kind === "not used")
    notices.push(
      "No column names students: a name, a student number or a student’s address was looked for in all of them. Say in which row the headings stand, or what a column holds.",
    );
  else if (rows.length === 0)
    notices.push(
      "There is no row of a student below the headings. Export it again, or say in which row the headings stand.",
    );
  if (joined.byStudent) notices.push("Its students are in several classes: each row goes to the class of its student.");
  if (joined.newClass && read.kind === "roster")
    notices.push(`New students are put into a new class called “${joined.newClass}”.`);
  const { order, decisive } = read.dates;
  if (order && decisive) {
    const other = order === "day first" ? "month" : "day";
    notices.push(`Dates are read with the ${order}: ${decisive} can’t begin with the ${other}.`);
  }
  const errors = errorCells(read);
  if (errors > 0)
    notices.push(
      `${counted(errors, "cell")} hold${errors === 1 ? "s" : ""} an error of the spreadsheet, such as #N/A, and ${errors === 1 ? "is" : "are"} not used.`,
    );
  for (const [column, reading] of Object.entries(read.percents)) {
    if (read.kind === "averages" && reading === "fractions") {
      notices.push(`“${read.shape.titles[Number(column)]}” holds fractions: 0.86 is read as 86 %.`);
    }
  }
  const refused = scores?.refusedCells ?? [];
  if (refused.length > 0) {
    notices.push(
      `${counted(refused.length, "cell")} can’t be a score and ${refused.length === 1 ? "is" : "are"} not used: ${refused
        .slice(0, 5)
        .map(({ text }) => text)
        .join(
          ", ",
        )}. ${refused.some(({ cause }) => cause === "two readings") ? "A comma before three digits can part thousands or decimals: say which under Reading." : "Points are never below 0."}`,
    );
  }
  const alike = scores?.alike ?? 0;
  if (alike > 0)
    notices.push(
      `${counted(alike, "row")} stand${alike === 1 ? "s" : ""} there twice alike, and count${alike === 1 ? "s" : ""} once.`,
    );
  const doubled = [...(scores?.doubled ?? []), ...(averages?.doubled ?? [])];
  if (doubled.length > 0) {
    notices.push(
      `More than one row or score for ${doubled
        .slice(0, 5)
        .map((id) => nameOf(id, world))
        .join(", ")}${doubled.length > 5 ? ` and ${doubled.length - 5} more` : ""}: none of these is used.`,
    );
  }
  const unreadable = averages?.unreadable ?? [];
  if (unreadable.length > 0) notices.push(`Not averages, and not used: ${unreadable.slice(0, 6).join(", ")}.`);
  const bad = people?.badAddresses ?? [];
  if (bad.length > 0)
    notices.push(`Taken in as they stand, though nothing can be sent to them: ${bad.slice(0, 5).join(", ")}.`);
  if (unknownClasses.length > 0 && isAboutScores(read.kind)) {
    notices.push(
      `No class is called ${unknownClasses.slice(0, 4).join(", ")}: these rows are not used. Bring in the roster first.`,
    );
  }
  const unplaced = scores?.unplaced ?? [];
  for (const { title, why, count } of unplaced.slice(0, 4))
    notices.push(
      why === "several"
        ? `Several assignments are called “${title}”, and nothing tells which is meant: ${counted(count, "score")} not used. Choose it under Columns.`
        : `The class has no assignment “${title}”: ${counted(count, "score")} not used. Say under Columns that it is a new one.`,
    );
  const loose = scores?.looseComments ?? 0;
  if (loose > 0) notices.push(`${counted(loose, "comment")} without a score ${loose === 1 ? "is" : "are"} not used.`);
  const beside = read.kind === "scores" ? averagesBeside(read) : [];
  if (beside.length > 0)
    notices.push(`Averages beside scores are made here from the scores; not taken: ${beside.join(", ")}.`);
  const renamed = people?.otherNames ?? [];
  if (renamed.length > 0)
    notices.push(
      `Written otherwise here, and left as they are: ${renamed
        .slice(0, 5)
        .map(({ studentId, written }) => `${nameOf(studentId, world)} (“${written}”)`)
        .join(", ")}${renamed.length > 5 ? ` and ${renamed.length - 5} more` : ""}.`,
    );
  const refusing = people?.refused ?? [];
  if (refusing.length > 0)
    notices.push(`${counted(refusing.length, "person", "people")} will get no letters: the table says so.`);
  const strange = ownColumns?.unreadable ?? [];
  if (strange.length > 0)
    notices.push(`Not what their own column holds, and not kept: ${strange.slice(0, 6).join(", ")}.`);
  const noTerm = averages?.unknownTerms ?? [];
  if (noTerm.length > 0) notices.push(`No term is called ${noTerm.slice(0, 4).join(", ")}: these rows are not used.`);
  const left =
    read.kind === "not used"
      ? []
      : columnsLeftOut(read).map((column) => read.shape.titles[column] || `column ${column + 1}`);
  if (left.length > 0) {
    notices.push(
      `Not taken: ${left.slice(0, 6).join(", ")}${left.length > 6 ? ` and ${left.length - 6} more columns` : ""}. Say under Columns what they are, if they count.`,
    );
  }
  return notices;
}

function errorCells({ table, shape }: TablePlan["read"]): number {
  let errors = 0;
  for (let row = shape.lastHeaderRow + 1; row < table.rows.length; row += 1)
    for (const cell of table.rows[row] ?? []) if (cell.charCodeAt(0) === HASH && isErrorCell(cell)) errors += 1;
  return errors;
}
const HASH = 35;

function averagesBeside({ meanings, shape }: TablePlan["read"]): string[] {
  return meanings.flatMap(({ role }, column) =>
    role === "overall average" || role === "category average" ? [shape.titles[column] ?? ""] : [],
  );
}

/** The columns that hold something and are not used. */
export function columnsLeftOut({ meanings, shape, table, kind }: TablePlan["read"]): number[] {
  if (kind === "not used" || kind === "terms" || table.preset) return [];
  return meanings.flatMap(({ role }, column) => {
    const isLeft = role === "not used" || role === "letter grade";
    const isFilled = isLeft && table.rows.some((row, place) => place > shape.lastHeaderRow && row[column]);
    return isFilled && shape.because[column] === "" ? [column] : [];
  });
}
