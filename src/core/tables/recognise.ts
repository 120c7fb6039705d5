import { nameKey } from "../matching/nameKey";
import { titleKey } from "../model/titleKey";
import { calledLike, isCalledFamilies } from "./calledLike";
import { mostly } from "./cellMeaning";
import { type ColumnMeaning, type ColumnRole, isIdentity } from "./columnMeaning";
import { computedColumns, isKindOfWork } from "./computedColumns";
import { type DatedScores, datedScoresIn, undatedScore } from "./datedScores";
import { type ColumnGuess, type ColumnSeen, guessColumn, looksLikeScores, possibleIn } from "./guessColumn";
import { type DetailKind, detailKindOf, outOf } from "./isDetailLabel";
import { isNoScore } from "./isNoScore";
import { type KnownValues, numberKey } from "./knownValues";
import { isDetailCell, type Layout, layoutOf } from "./layout";
import { meaningOfHeader } from "./meaningOfHeader";
import type { RawTable } from "./rawTable";
import { type RowsAtLarge, rowsAtLarge } from "./rowsAtLarge";
import type { SecondIdentity } from "./secondIdentities";
import { settleColumns } from "./settleColumns";
import { subjectOf } from "./subjectOf";
import type { TableKind } from "./tableKind";

/** Where the header of a table is, and what everything in it seems to be. Every guess can be changed by the teacher. */
export interface TableShape {
  /** The row with the headings. */
  readonly headingRow: number;
  /** All rows up to and including this one are titles and header. */
  readonly lastHeaderRow: number;
  /** The heading of each column. */
  readonly titles: readonly string[];
  /** What a row above the headings groups columns under, such as a category. */
  readonly groups: readonly string[];
  /** Rows about the assignments, in the header or elsewhere: their points, dates, weights, categories. */
  readonly details: ReadonlyMap<number, DetailKind>;
  /** Rows that are about no student, and the class that a line of its own names for those below it. */
  readonly others: Layout["others"];
  readonly classOfRow: Layout["classOfRow"];
  /** By column: scores that a spreadsheet took for dates. */
  readonly dated: ReadonlyMap<number, DatedScores>;
  readonly meanings: readonly ColumnMeaning[];
  /** By column: what it may be where only the teacher can say, the best guess first. */
  readonly maybe: readonly (readonly ColumnMeaning[])[];
  /** By column: the evidence that is no heading. */
  readonly because: readonly string[];
  /** By column: figures, or nothing, under a heading that names nobody; such columns are others every week. */
  readonly isFigure: readonly boolean[];
  /** Columns that name the student a second time. */
  readonly seconds: readonly SecondIdentity[];
  /** What its rows have in common. */
  readonly atLarge: RowsAtLarge;
  /** Whether the headings were found, rather than taken from the fullest row. */
  readonly isNamed: boolean;
}

/** Enough to know what a column holds. */
const ROWS_SAMPLED = 400;

/** Where the headings of a table end and what each column holds, by its headings, what stands with them and its cells. */
export function recognise(table: RawTable, known: KnownValues): TableShape {
  const before = shapes.get(table) ?? [];
  const same = before.find((one) => KNOWN_PARTS.every((part) => one.known[part] === known[part]));
  if (same) return same.shape;
  const shape = lookAt(table, known);
  shapes.set(table, [{ known, shape }, ...before].slice(0, MOST_LOOKS));
  return shape;
}

/** A table is looked at with each choice; it looks the same as long as the gradebook knows the same. */
const shapes = new WeakMap<RawTable, readonly { known: KnownValues; shape: TableShape }[]>();
/** In one plan a table is looked at before and after the people came in. */
const MOST_LOOKS = 4;
const KNOWN_PARTS = [
  "categories",
  "assignments",
  "classes",
  "ownColumns",
  "terms",
  "studentNumbers",
  "guardianNames",
  "hasCategoryTables",
  "pileWork",
  "pileCategories",
] as const;

function lookAt(table: RawTable, known: KnownValues): TableShape {
  if (table.preset) {
    const [titles = []] = table.rows;
    const { meanings, maybe = [] } = table.preset;
    return {
      headingRow: 0,
      lastHeaderRow: 0,
      titles,
      groups: [],
      ...NO_ROWS,
      meanings,
      maybe: meanings.map((_meaning, column) => maybe[column] ?? []),
      because: [],
      isFigure: [],
      seconds: [],
      atLarge: { usualCells: titles.length, hasMore: false, otherHeadings: undefined },
      isNamed: true,
    };
  }
  const layout = layoutOf(table, known);
  const { titleRow, headingRow, lastHeaderRow, titles, groups, others, classOfRow, beside } = layout;
  const atLarge = rowsAtLarge(table.rows, { headingRow, lastHeaderRow }, titles);
  const end = atLarge.otherHeadings ?? table.rows.length;
  // A row of details whose cells may have slipped says nothing of any column.
  const isWhole = (row: number) =>
    !table.isCounted || table.rows[row]?.length === (table.rows[headingRow]?.length ?? 0);
  const details = new Map(
    [...layout.details, ...detailsBelow(table.rows.slice(0, end), lastHeaderRow, known)].filter(([row]) =>
      isWhole(row),
    ),
  );
  const body = table.rows
    .slice(lastHeaderRow + 1, Math.min(end, lastHeaderRow + 1 + ROWS_SAMPLED))
    .filter((_row, at) => !details.has(lastHeaderRow + 1 + at) && !others.has(lastHeaderRow + 1 + at));
  const asWritten = titles.map((_title, column) => body.map((row) => row[column] ?? "").filter(Boolean));
  const dated = new Map(
    titles.flatMap((title, column): [number, DatedScores][] => {
      const possible = [...details].flatMap(([row, kind]) =>
        kind === "possible" ? (outOf(table.rows[row]?.[column] ?? "") ?? []) : [],
      )[0];
      const isWork =
        [...details].some(([row, kind]) => kind !== "weight" && (table.rows[row]?.[column] ?? "") !== "") ||
        known.pileWork?.has(titleKey(title)) === true ||
        known.assignments.has(titleKey(title));
      const found = meaningOfHeader(title) ? undefined : datedScoresIn(asWritten[column] ?? [], possible, isWork);
      return found ? [[column, found]] : [];
    }),
  );
  const cellsOf = asWritten.map((cells, column) => cells.map((cell) => undatedScore(cell, dated.get(column))));
  const said = (column: number, kind: DetailKind) =>
    [...details].some(([row, one]) => one === kind && (table.rows[row]?.[column] ?? "") !== "");
  const isWorked = titles.map((_title, column) =>
    [...details].some(
      ([row, kind]) => kind !== "weight" && kind !== "category" && isDetailCell(table.rows[row]?.[column] ?? ""),
    ),
  );
  const places = titles.map((_title, column) => column);
  // Where the points of some columns are said, what has none is no assignment.
  const saysOfWork = (["possible", "category"] as const).find(
    (kind) => places.filter((column) => said(column, kind)).length >= FEW_ASSIGNMENTS,
  );
  const categories = new Set(
    [...details].flatMap(([row, kind]) => (kind === "category" ? (table.rows[row] ?? []).map(titleKey) : [])),
  );
  const subject = subjectOf(table, titleRow < 0 ? 0 : titleRow, known);
  // A gradebook has figures beside names; a list that somebody made has words.
  const isBesideWords =
    !isWorked.some(Boolean) &&
    titles.some(
      (title, column) => title !== "" && meaningOfHeader(title) === undefined && isWords(cellsOf[column] ?? []),
    );
  const isCategory = (words: string) => {
    const key = titleKey(words);
    return (
      categories.has(key) ||
      known.categories.has(key) ||
      known.pileCategories?.has(key) === true ||
      isKindOfWork(words) ||
      groups.some((one, column) => titleKey(one) === key && titleKey(titles[column] ?? "") !== key)
    );
  };
  const computed = computedColumns(titles, body, isCategory);
  const saysPoints = titles.map((title, column) => possibleIn({ title, cells: cellsOf[column] ?? [] }) !== undefined);
  const hasWork = places.some((column) => isWorked[column] || saysPoints[column]);
  // Where the headings of most work say its points, what says none is no work.
  const inHeading = saysPoints.filter(Boolean).length;
  const hasKnownWork = titles.some(
    (title) => known.assignments.has(titleKey(title)) && !known.pileWork?.has(titleKey(title)),
  );
  const called = calledLike(table, headingRow);
  const areBare = places.filter((column) => isBareFigures(titles[column] ?? "", cellsOf[column] ?? [])).length;
  const isInGradebook =
    !hasKnownWork &&
    (called === "gradebook" ||
      (called !== "list" &&
        areBare >= FEW_ASSIGNMENTS &&
        computed.some((one) => one !== undefined && one.kind !== "letter")));
  const isOfFamilies = isCalledFamilies(table, headingRow);
  // One column beside the names is what the table is about.
  const besideNames = titles.filter(
    (title) => title !== "" && !isIdentity(meaningOfHeader(title)?.role ?? "not used"),
  ).length;
  const isInList =
    !isInGradebook &&
    (called === "list" ||
      (areBare < FEW_ASSIGNMENTS && besideNames >= FEW_ASSIGNMENTS && !hasWork && !known.pileWork?.size) ||
      titles.some((title) => meaningOfHeader(title)?.role.startsWith("guardian") === true));
  const seen = titles.map((title, column): ColumnSeen => {
    const group = groups[column] ?? "";
    const cells = cellsOf[column] ?? [];
    const isGroupWorked =
      group !== "" && groups.some((other, at) => other === group && (isWorked[at] || saysPoints[at]));
    return {
      ...{ title, group, cells, isWorked: isWorked[column] ?? false, isGroupWorked, isBesideWords, subject },
      isBeside: beside.has(column),
      isInCategory: said(column, "category") && !(saysOfWork === "possible" && !said(column, "possible")),
      isNoWork:
        !saysPoints[column] &&
        (saysOfWork === undefined ? inHeading >= FEW_ASSIGNMENTS && !isWorked[column] : !said(column, saysOfWork)),
      isOfFamilies,
      ...{ hasWork, isInGradebook, isInList, isCategory: isCategory(title), computed: computed[column] },
    };
  });
  const { guesses, seconds } = settleColumns(
    seen.map((column) => guessColumn(column, known)),
    seen,
    known,
  );
  return {
    headingRow,
    lastHeaderRow,
    titles,
    groups,
    details,
    others,
    classOfRow,
    dated,
    meanings: guesses.map(({ meaning }) => meaning),
    maybe: guesses.map(({ maybe }) => maybe),
    because: guesses.map(({ because }) => because),
    isFigure: seen.map(
      ({ cells }, column) => !namesSomebody(guesses[column]) && (cells.length === 0 || looksLikeScores(cells)),
    ),
    seconds,
    atLarge,
    isNamed: titleRow >= 0,
  };
}

/** Figures under a heading that says nothing. */
function isBareFigures(title: string, cells: readonly string[]): boolean {
  return (
    title.trim() !== "" && meaningOfHeader(title) === undefined && looksLikeScores(cells) && !isNoScore(title, cells)
  );
}

const NO_ROWS: Pick<TableShape, "details" | "others" | "classOfRow" | "dated"> = {
  dated: new Map(),
  details: new Map(),
  others: new Map(),
  classOfRow: new Map(),
};
/** A single number among the headings says nothing of the others. */
const FEW_ASSIGNMENTS = 2;
/** Rows of points possible or dates that stand right below the headings or at the end, among the students. */
function detailsBelow(rows: RawTable["rows"], lastHeaderRow: number, known: KnownValues): [number, DetailKind][] {
  const places = new Set<number>();
  for (let at = 1; at <= DETAILS_SEARCHED; at += 1) places.add(lastHeaderRow + at).add(rows.length - at);
  return [...places]
    .filter((row) => row > lastHeaderRow)
    .sort((a, b) => a - b)
    .flatMap((row): [number, DetailKind][] => {
      const cells = rows[row] ?? [];
      const kind = detailKindOf(cells.find(Boolean) ?? "");
      const isSomebody = cells.some(
        (cell) => known.names.has(nameKey(cell)) || known.studentNumbers.has(numberKey(cell)),
      );
      const holds = kind && !isSomebody && cells.filter(Boolean).slice(1).every(isDetailCell);
      return holds ? [[row, kind]] : [];
    });
}
const DETAILS_SEARCHED = 12;

function isWords(cells: readonly string[]): boolean {
  return (
    cells.length > 0 &&
    !looksLikeScores(cells) &&
    mostly(cells, (cell) => /\p{L}{3}/u.test(cell) && !cell.includes("@"))
  );
}

/** Whether a column is about whose row it is, or about the people around. */
function namesSomebody(guess: ColumnGuess | undefined): boolean {
  return guess !== undefined && !FIGURES.has(guess.meaning.role);
}
const FIGURES: ReadonlySet<ColumnRole> = new Set([
  "scores",
  "undecided",
  "overall average",
  "category average",
  "own column",
  "comment on scores",
  "not used",
]);

/**
 * What a table as a whole is, by what its columns are. `sure` where that needs no word of the teacher. `knowsNobody`: whether
 * the gradebook is empty of students, so that whoever stands in a table of contacts is new.
 */
export function kindOf(
  meanings: readonly ColumnMeaning[],
  { isNamed, because }: Pick<TableShape, "isNamed" | "because">,
  knowsNobody: boolean,
): { kind: TableKind; sure: boolean } {
  const has = (...roles: ColumnRole[]) => meanings.some(({ role }) => roles.includes(role));
  if (!meanings.some(({ role }) => isIdentity(role))) return { kind: "not used", sure: false };
  const hasGuardian = meanings.some(({ role }) => role.startsWith("guardian"));
  if (has("time stamp") && (hasGuardian || has("student address", "frequency"))) {
    return { kind: "form answers", sure: true };
  }
  if (has("assignment")) return { kind: "score list", sure: isNamed };
  if (has("scores")) return { kind: "scores", sure: true };
  // A list of students with their classes stays one where their guardians stand beside them.
  const namesStudents = has("full name") || (has("given name") && has("family name"));
  if (hasGuardian && namesStudents && (knowsNobody || has("class", "block"))) return { kind: "roster", sure: true };
  if (hasGuardian) return { kind: "contacts", sure: true };
  if (has("overall average", "category average")) return { kind: "averages", sure: true };
  return { kind: "roster", sure: isNamed || has("own column", "class", "student address") || because.some(Boolean) };
}
