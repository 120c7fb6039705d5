import type { World } from "@/core/model/world";
import type { AssignmentSaid } from "@/core/tables/assignmentBook";
import type { ColumnMeaning } from "@/core/tables/columnMeaning";
import type { LeftOutCause } from "@/core/tables/joinRows";
import type { BringInPlan, TablePlan } from "@/core/tables/planBringIn";
import { assignmentOfColumn } from "@/core/tables/scoreEntries";
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
}

export interface TableView {
  readonly id: string;
  readonly name: string;
  readonly kind: TableKind;
  readonly part: string;
  readonly asks: readonly ("kind" | "class" | "dates")[];
  readonly knownSince: number | undefined;
  readonly classId: string | undefined;
  readonly byColumn: boolean;
  readonly period: string;
  readonly blanks: "leave" | "clear";
  readonly lastHeaderRow: number;
  readonly columns: readonly ColumnView[];
  /** The first rows as they are understood. */
  readonly firstRows: readonly { readonly row: number; readonly cells: readonly string[]; readonly who: string }[];
  readonly rowCount: number;
  readonly joined: number;
  readonly leftOut: readonly { readonly row: number; readonly cause: LeftOutCause; readonly text: string }[];
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
    knownSince: read.recipe?.usedAt,
    classId: joined.classId,
    byColumn: joined.byColumn,
    period: plan.period,
    blanks: read.blanks,
    lastHeaderRow: read.shape.lastHeaderRow,
    columns: read.meanings.map((meaning, column) => columnView(plan, column, meaning)),
    firstRows: body,
    rowCount: rows.length,
    joined: joinedRows.length,
    leftOut: joined.leftOut.slice(0, MOST_LISTED).map(({ row, cause }) => ({
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
  const said = meaning.role === "scores" && read.kind === "scores" ? assignmentOfColumn(read, column).said : undefined;
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
    clashes: scores?.clashing.includes(column) ?? false,
  };
}

/** What was read in a way that the teacher should know of, and what is not used. */
function noticesOf({ read, scores, averages, people, unknownClasses }: TablePlan, world: World): string[] {
  const notices: string[] = [];
  const { order, decisive } = read.dates;
  if (order && decisive) {
    const other = order === "day first" ? "month" : "day";
    notices.push(`Dates are read with the ${order}: ${decisive} can’t begin with the ${other}.`);
  }
  const { hiddenRows } = read.table;
  if (hiddenRows > 0)
    notices.push(
      `${counted(hiddenRows, "row")} hidden in the workbook ${hiddenRows === 1 ? "is" : "are"} taken in as well.`,
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
        .join(", ")}. Points are never below 0.`,
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
  const left = read.kind === "not used" ? [] : columnsLeftOut(read);
  if (left.length > 0) {
    notices.push(
      `Not taken: ${left.slice(0, 6).join(", ")}${left.length > 6 ? ` and ${left.length - 6} more columns` : ""}. Say under Columns what they are, if they count.`,
    );
  }
  return notices;
}

/** The headings of columns that hold something and are not used. */
function columnsLeftOut({ meanings, shape, table }: TablePlan["read"]): string[] {
  return meanings.flatMap(({ role }, column) => {
    const isFilled = table.rows.some((row, place) => place > shape.lastHeaderRow && row[column]);
    return role === "not used" && isFilled ? [shape.titles[column] || `column ${column + 1}`] : [];
  });
}
