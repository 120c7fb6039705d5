import { keysOf } from "@/core/change/change";
import type { RowMatch } from "@/core/matching/matchStudents";
import { classLabel } from "@/core/model/schoolClass";
import { formatScore } from "@/core/model/score";
import { fullName } from "@/core/model/student";
import { periodName } from "@/core/model/term";
import type { World } from "@/core/model/world";
import { MOST_CLASS_MOVE } from "@/core/tables/classMoves";
import type { ColumnMeaning } from "@/core/tables/columnMeaning";
import type { JoinedRow, LeftOutCause } from "@/core/tables/joinRows";
import type { MarkMeaning } from "@/core/tables/marks";
import { openQuestions } from "@/core/tables/openQuestions";
import type { PieceSaid } from "@/core/tables/pieceBook";
import type { BringInPlan, TablePlan } from "@/core/tables/planBringIn";
import { pieceOfColumn } from "@/core/tables/scoreEntries";
import { isAboutScores, type TableKind } from "@/core/tables/tableKind";
import { counted } from "@/core/words";

/** Lists longer than this are cut, and the rest is counted: a screen never gets a whole table. */
const MOST_LISTED = 60;
const ROWS_SHOWN = 6;

export interface Candidate {
  readonly studentId: string;
  readonly name: string;
  /** What tells this student apart: number, class, guardians. */
  readonly about: string;
}

export interface RowQuestion {
  readonly key: string;
  readonly name: string;
  /** The other cells of the row, and where it stands. */
  readonly about: string;
  readonly cause: string;
  /** The one that is suggested, where one is. */
  readonly suggested: string | undefined;
  readonly candidates: readonly Candidate[];
  readonly answer: string | undefined;
}

export interface MarkView {
  readonly mark: string;
  readonly count: number;
  readonly tables: number;
  readonly meaning: MarkMeaning | undefined;
  readonly guess: MarkMeaning | undefined;
}

export interface ColumnView {
  readonly column: number;
  readonly title: string;
  readonly meaning: ColumnMeaning;
  readonly piece:
    | (PieceSaid & { readonly goesTo: string; readonly isNew: boolean; readonly guessed: readonly string[] })
    | undefined;
  readonly percents: "percents" | "fractions" | undefined;
  readonly clashes: boolean;
}

export interface DifferenceView {
  readonly id: string;
  readonly title: string;
  readonly isNew: boolean;
  readonly added: number;
  readonly changed: number;
  readonly cleared: number;
  readonly unchanged: number;
  readonly rows: readonly {
    readonly who: string;
    readonly from: string;
    readonly to: string;
    readonly stands: boolean;
  }[];
  readonly more: number;
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

/** What bringing some tables in would do, in words, short enough for a screen. */
export interface BringInView {
  readonly tables: readonly TableView[];
  readonly rows: readonly RowQuestion[];
  readonly marks: readonly MarkView[];
  readonly openCount: number;
  /** What to look at first: scores above what is possible, empty columns, classes that jump. */
  readonly outliers: readonly string[];
  readonly differences: readonly DifferenceView[];
  /** "42 scores in 3 pieces of work, 12 averages", or nothing. */
  readonly summary: string;
  readonly isEmpty: boolean;
}

export function bringInView(plan: BringInPlan, before: World): BringInView {
  const questions = openQuestions(plan);
  const asksOf = new Map(questions.tables.map(({ tableId, asks }) => [tableId, asks]));
  const marks = allMarks(plan);
  const open = marks.filter(({ meaning }) => meaning === undefined).length;
  const rows = allRowQuestions(plan);
  const summary = summaryOf(plan);
  return {
    tables: plan.tables.map((table) => tableView(table, plan, asksOf.get(table.read.id) ?? [])),
    rows,
    marks,
    openCount: questions.rows.length + open + questions.tables.reduce((sum, { asks }) => sum + asks.length, 0),
    outliers: outliersOf(plan),
    differences: differencesOf(plan, before),
    summary,
    isEmpty: summary === "",
  };
}

function nameOf(id: string | undefined, world: World): string {
  const student = id === undefined ? undefined : world.students.get(id);
  return student ? fullName(student) : "";
}

function labelOf(id: string | undefined, world: World): string {
  const schoolClass = id === undefined ? undefined : world.classes.get(id);
  return schoolClass ? classLabel(schoolClass) : "";
}

function tableView(plan: TablePlan, { after }: BringInPlan, asks: TableView["asks"]): TableView {
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
  const piece = scores?.pieces.find((one) => one.column === column);
  const said = meaning.role === "scores" && read.kind === "scores" ? pieceOfColumn(read, column).said : undefined;
  return {
    column,
    title: read.shape.titles[column] ?? "",
    meaning,
    piece: said && {
      ...said,
      goesTo: piece?.isNew ? "" : (piece?.assignment.id ?? ""),
      isNew: piece?.isNew ?? true,
      guessed: piece?.guessed ?? [],
      title: piece?.assignment.title ?? said.title,
      pointsPossible: piece?.assignment.pointsPossible ?? said.pointsPossible,
      dueDate: piece?.assignment.dueDate ?? said.dueDate,
    },
    percents: read.percents[String(column)],
    clashes: scores?.clashing.includes(column) ?? false,
  };
}

/** What was read in a way that the teacher should know of, and what is not used. */
function noticesOf({ read, scores, averages, people, unknownClasses }: TablePlan, world: World): string[] {
  const notices: string[] = [];
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
  return notices;
}

function allMarks({ tables }: BringInPlan): MarkView[] {
  const marks = new Map<string, MarkView>();
  for (const { scores } of tables) {
    for (const { mark, count, meaning, guess } of scores?.marks ?? []) {
      const key = mark.toLowerCase();
      const known = marks.get(key) ?? { mark, count: 0, tables: 0, meaning, guess };
      marks.set(key, { ...known, count: known.count + count, tables: known.tables + 1 });
    }
  }
  // Open ones first, then the commonest.
  return [...marks.values()].sort(
    (a, b) => Number(a.meaning !== undefined) - Number(b.meaning !== undefined) || b.count - a.count,
  );
}

function allRowQuestions({ tables, after }: BringInPlan): RowQuestion[] {
  const questions = new Map<string, RowQuestion & { tables: number }>();
  for (const { read, rows } of tables) {
    for (const row of rows) {
      const isDoubt = row.match.kind === "likely" || row.match.kind === "in doubt";
      if (!isDoubt) continue;
      const known = questions.get(row.key);
      if (known) {
        questions.set(row.key, { ...known, tables: known.tables + 1, about: `in ${known.tables + 1} tables` });
        continue;
      }
      const cells = (read.table.rows[row.row] ?? []).filter((cell) => cell && cell !== row.name).slice(0, 4);
      questions.set(row.key, {
        key: row.key,
        tables: 1,
        name: row.name || row.studentNumber,
        about: `row ${row.row + 1} of ${read.table.name}: ${cells.join(", ")}`,
        cause: causeWords(row.match),
        suggested: row.match.kind === "likely" ? row.match.studentId : undefined,
        candidates: candidatesOf(row, after),
        answer: read.answers[row.key],
      });
    }
  }
  // Answered ones stay in their place, so that an answer can be changed.
  return [...questions.values()].slice(0, MOST_LISTED);
}

function candidatesOf({ match, classId }: JoinedRow, world: World): Candidate[] {
  const likely = match.kind === "likely" ? [match.studentId] : match.kind === "in doubt" ? match.candidates : [];
  const others = (classId ? (world.classes.get(classId)?.studentIds ?? []) : []).filter((id) => !likely.includes(id));
  return [...likely, ...others].flatMap((studentId) => {
    const student = world.students.get(studentId);
    if (!student) return [];
    const classes = [...world.classes.values()].filter(({ studentIds }) => studentIds.includes(studentId));
    const guardians = student.guardians.flatMap(({ guardianId }) => world.guardians.get(guardianId) ?? []);
    const about = [
      student.studentNumber,
      student.preferredName ? `called ${student.preferredName}` : "",
      student.birthday ?? "",
      classes.map(classLabel).join("; "),
      guardians.length > 0 ? `with ${guardians.map(fullName).join(" and ")}` : "",
    ];
    return [
      {
        studentId,
        name: fullName(student),
        about: likely.includes(studentId) ? about.filter(Boolean).join(", ") : student.studentNumber,
      },
    ];
  });
}

function causeWords(match: RowMatch): string {
  if (match.kind === "likely") return `Nobody has exactly this name. Likely the same person, by ${match.because}.`;
  if (match.kind !== "in doubt") return "Nobody has this number or name.";
  switch (match.cause) {
    case "namesakes":
      return "Several students have this name. Say who is meant.";
    case "several similar names":
      return "Several students have a similar name. Say who is meant.";
    case "number and name disagree":
      return "The number and the name do not belong to the same student.";
    case "in another class":
      return "A student of this name is in another class. Choosing them puts them into this class too.";
  }
}

function outliersOf({ tables, moves, after }: BringInPlan): string[] {
  const outliers: string[] = [];
  for (const { classId, before, after: mean } of moves) {
    outliers.push(
      `The mean of ${labelOf(classId, after)} would go from ${before.toFixed(1)} % to ${mean.toFixed(1)} %, a move of more than ${MOST_CLASS_MOVE} points.`,
    );
  }
  for (const { scores, read } of tables) {
    for (const { assignment, above, isEmpty, isNew } of scores?.pieces ?? []) {
      const where = `“${assignment.title}” in ${labelOf(assignment.classId, after)}`;
      if (above.length > 0) {
        const [first] = above;
        outliers.push(
          `${counted(above.length, "score")} above the ${assignment.pointsPossible} points of ${where}, such as ${first?.to?.points} of ${nameOf(first?.studentId, after)}.`,
        );
      }
      if (isEmpty && !isNew) outliers.push(`The whole column ${where} is empty in ${read.table.name}.`);
    }
  }
  return outliers;
}

function differencesOf(plan: BringInPlan, before: World): DifferenceView[] {
  const { after } = plan;
  const differences: DifferenceView[] = [];
  for (const { read, people, scores, averages, terms } of plan.tables) {
    if (terms.length > 0) {
      differences.push(
        list(
          `${read.id}/terms`,
          "Terms",
          terms.map(({ name, from, to }) => ({ who: name, from: "", to: `${from} to ${to}`, stands: false })),
          0,
        ),
      );
    }
    if (people && people.people.length > 0) {
      const rows = people.people.flatMap(({ studentId, isNew, differences: list }) =>
        list.length === 0 && isNew
          ? [{ who: nameOf(studentId, after), from: "", to: "new student", stands: false }]
          : list.map(({ what, from, to }) => ({
              who: `${nameOf(studentId, after)}: ${what}`,
              from,
              to,
              stands: from !== "",
            })),
      );
      const added = people.people.filter(({ isNew }) => isNew).length;
      differences.push({
        ...list(`${read.id}/people`, `Families, by ${read.table.name}`, rows, 0),
        added,
        changed: people.people.length - added,
      });
    }
    for (const { assignment, isNew, changes, unchanged, above } of scores?.pieces ?? []) {
      if (changes.length === 0) continue;
      const rows = changes.map((change) => ({
        who: nameOf(change.studentId, after),
        from: formatScore(change.from),
        to: change.to ? formatScore(change.to) : "cleared",
        stands: above.includes(change),
      }));
      differences.push({
        ...list(
          `${read.id}/${assignment.id}`,
          `${assignment.title}, ${labelOf(assignment.classId, after)}`,
          rows,
          unchanged,
        ),
        isNew,
        added: changes.filter(({ from }) => !from).length,
        changed: changes.filter(({ from, to }) => from && to).length,
        cleared: changes.filter(({ to }) => !to).length,
      });
    }
    for (const { classId, period, name, changes, unchanged, column } of averages?.averages ?? []) {
      if (changes.length === 0) continue;
      const rows = changes.map(({ studentId, from, to }) => ({
        who: nameOf(studentId, after),
        from: from === undefined ? "" : `${from} %`,
        to: `${to} %`,
        stands: false,
      }));
      const where = `${labelOf(classId, after)}, ${periodName(period, [...after.terms.values()]) ?? ""}`;
      differences.push({
        ...list(
          `${read.id}/${column}`,
          `${name === "overall" ? "Overall averages" : `Averages of ${name}`}, ${where}`,
          rows,
          unchanged,
        ),
        added: changes.filter(({ from }) => from === undefined).length,
        changed: changes.filter(({ from }) => from !== undefined).length,
      });
    }
  }
  const newClasses = [...after.classes.values()].filter(({ id }) => !before.classes.has(id));
  if (newClasses.length > 0) {
    differences.unshift(
      list(
        "classes",
        "New classes",
        newClasses.map((one) => ({
          who: classLabel(one),
          from: "",
          to: counted(one.studentIds.length, "student"),
          stands: false,
        })),
        0,
      ),
    );
  }
  return differences;
}

function list(id: string, title: string, rows: DifferenceView["rows"], unchanged: number): DifferenceView {
  // What changes something that is there comes before what is only new.
  const sorted = [...rows].sort(
    (a, b) => Number(b.stands) - Number(a.stands) || Number(b.from !== "") - Number(a.from !== ""),
  );
  return {
    id,
    title,
    isNew: false,
    added: rows.length,
    changed: 0,
    cleared: 0,
    unchanged,
    rows: sorted.slice(0, MOST_LISTED),
    more: Math.max(0, rows.length - MOST_LISTED),
  };
}

/** "42 scores in 3 pieces of work, 12 averages, 5 families"; empty when nothing would change. */
export function summaryOf({ tables, change }: BringInPlan): string {
  const scores = tables.flatMap((table) => table.scores?.pieces ?? []);
  const scoreCount = scores.reduce((sum, { changes }) => sum + changes.length, 0);
  const pieces = new Set(scores.flatMap(({ assignment, changes }) => (changes.length > 0 ? [assignment.id] : []))).size;
  const averageColumns = tables.flatMap((table) => table.averages?.averages ?? []);
  const averages = averageColumns.reduce((sum, { changes }) => sum + changes.length, 0);
  const averageClasses = new Set(averageColumns.map(({ classId }) => classId)).size;
  const added = Object.keys(change.students?.added ?? {}).length;
  const families = new Set(
    tables.flatMap((table) =>
      (table.people?.people ?? []).flatMap(({ isNew, studentId }) => (isNew ? [] : [studentId])),
    ),
  ).size;
  const terms = keysOf(change.terms).length;
  return [
    added > 0 ? counted(added, "new student") : "",
    families > 0 ? counted(families, "family", "families") : "",
    scoreCount > 0 ? `${counted(scoreCount, "score")} in ${counted(pieces, "piece")} of work` : "",
    averages > 0 ? `${counted(averages, "average")} in ${counted(averageClasses, "class", "classes")}` : "",
    terms > 0 && added + families + scoreCount + averages === 0 ? counted(terms, "term") : "",
  ]
    .filter(Boolean)
    .join(", ");
}
