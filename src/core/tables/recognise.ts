import { nameKey } from "../matching/nameKey";
import { titleKey } from "../model/titleKey";
import { mostly, shareOf } from "./cellMeaning";
import { type ColumnMeaning, type ColumnRole, isIdentity, isOfGuardian } from "./columnMeaning";
import { findHeader, isDetailCell } from "./findHeader";
import {
  type ColumnGuess,
  type ColumnSeen,
  guessColumn,
  looksLikeScores,
  ofListColumn,
  possibleIn,
} from "./guessColumn";
import { meaningOfWords } from "./headingWords";
import { detailKind, isDetailLabel } from "./isDetailLabel";
import { type KnownValues, numberKey } from "./knownValues";
import { meaningOfHeader } from "./meaningOfHeader";
import type { RawTable } from "./rawTable";
import { type RowsAtLarge, rowsAtLarge } from "./rowsAtLarge";
import { type SecondIdentity, secondIdentities } from "./secondIdentities";
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
  /** Rows of points possible or due dates, in the header or elsewhere. */
  readonly detailRows: readonly number[];
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
const NOT_USED: ColumnMeaning = { role: "not used" };

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
      detailRows: [],
      meanings,
      maybe: meanings.map((_meaning, column) => maybe[column] ?? []),
      because: [],
      isFigure: [],
      seconds: [],
      atLarge: { usualCells: titles.length, hasMore: false, otherHeadings: undefined },
      isNamed: true,
    };
  }
  const { titleRow, headingRow, lastHeaderRow, titles, groups, detailRows: above } = findHeader(table, known);
  const atLarge = rowsAtLarge(table.rows, { headingRow, lastHeaderRow }, titles);
  const end = atLarge.otherHeadings ?? table.rows.length;
  // A row of details whose cells may have slipped says nothing of any column.
  const isWhole = (row: number) =>
    !table.isCounted || table.rows[row]?.length === (table.rows[headingRow]?.length ?? 0);
  const detailRows = [...above, ...detailsBelow(table.rows.slice(0, end), lastHeaderRow, known)].filter(isWhole);
  const isDetail = new Set(detailRows);
  const body = table.rows
    .slice(lastHeaderRow + 1, Math.min(end, lastHeaderRow + 1 + ROWS_SAMPLED))
    .filter((_row, at) => !isDetail.has(lastHeaderRow + 1 + at));
  const cellsOf = titles.map((_title, column) => body.map((row) => row[column] ?? "").filter(Boolean));
  const working = detailRows.filter((row) => detailKind(table.rows[row] ?? []) !== "weight");
  const isWorked = titles.map((_title, column) => working.some((row) => isDetailCell(table.rows[row]?.[column] ?? "")));
  const subject = subjectOf(table, titleRow < 0 ? 0 : titleRow, known);
  // A gradebook has figures beside names; a list that somebody made has words.
  const isBesideWords =
    !isWorked.some(Boolean) &&
    titles.some(
      (title, column) => title !== "" && meaningOfHeader(title) === undefined && isWords(cellsOf[column] ?? []),
    );
  const seen = titles.map((title, column): ColumnSeen => {
    const group = groups[column] ?? "";
    const cells = cellsOf[column] ?? [];
    const isGroupWorked =
      group !== "" &&
      groups.some(
        (other, at) =>
          other === group &&
          (isWorked[at] || possibleIn({ title: titles[at] ?? "", cells: cellsOf[at] ?? [] }) !== undefined),
      );
    return { title, group, cells, isWorked: isWorked[column] ?? false, isGroupWorked, isBesideWords, subject };
  });
  const { guesses, seconds } = settle(
    seen.map((column) => guessColumn(column, known)),
    seen,
    known,
  );
  return {
    headingRow,
    lastHeaderRow,
    titles,
    groups,
    detailRows,
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

/** Rows of points possible or dates that stand right below the headings or at the end, among the students. */
function detailsBelow(rows: RawTable["rows"], lastHeaderRow: number, known: KnownValues): number[] {
  const places = new Set<number>();
  for (let at = 1; at <= DETAILS_SEARCHED; at += 1) places.add(lastHeaderRow + at).add(rows.length - at);
  return [...places]
    .filter((row) => row > lastHeaderRow)
    .sort((a, b) => a - b)
    .filter((row) => {
      const cells = rows[row] ?? [];
      const label = cells.find(Boolean) ?? "";
      const isSomebody = cells.some(
        (cell) => known.names.has(nameKey(cell)) || known.studentNumbers.has(numberKey(cell)),
      );
      return isDetailLabel(label) && !isSomebody && cells.filter(Boolean).slice(1).every(isDetailCell);
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

interface Settled {
  readonly guesses: readonly ColumnGuess[];
  readonly seconds: readonly SecondIdentity[];
}

/** What one column is depends on the others: the address beside a guardian's name is the guardian's. */
function settle(guesses: readonly ColumnGuess[], seen: readonly ColumnSeen[], known: KnownValues): Settled {
  const roles = guesses.map(({ meaning }) => meaning.role);
  const has = (...wanted: ColumnRole[]) => roles.some((role) => wanted.includes(role));
  const isList = has("assignment") && has("score", "status");
  const names = namesBeside(guesses, seen);
  const named = guesses.map((guess, column) => ({ ...guess, meaning: names.get(column) ?? guess.meaning }));
  const kept = keptIdentities(named, seen);
  const places = guardianPlaces(guesses, seen);
  const hasGuardian = has("guardian name", "guardian given name", "guardian family name");
  let studentAddresses = 0;
  const settled = named.map((guess, column): ColumnGuess => {
    const { meaning } = guess;
    const { role } = meaning;
    const own = seen[column] as ColumnSeen;
    const as = (next: ColumnMeaning, because = guess.because): ColumnGuess => ({ meaning: next, maybe: [], because });
    // Numbers of another system beside the names of people who are here.
    if (role === "student number" && kept.get(role) === column && areStrange(own, guesses, seen, known))
      return { meaning: NOT_USED, maybe: [], because: "its numbers are nobody’s here" };
    if (isIdentity(role) && role !== "student address" && kept.get(role) !== column) return as(NOT_USED);
    if (role === "student address") {
      const words = meaningOfWords(own.title);
      if (guess.because || words?.owner === "student") return kept.get(role) === column ? as(meaning) : as(NOT_USED);
      studentAddresses += 1;
      if (hasGuardian && !has("guardian address")) return as({ role: "guardian address", guardian: studentAddresses });
      if (has("time stamp")) return as({ role: "guardian address", guardian: 1 });
      return { meaning: { role: "undecided" }, maybe: ownersOf(own), because: "" };
    }
    if (isOfGuardian(role)) {
      if (role === "language" && !hasGuardian && !has("guardian address", "student address")) return as(NOT_USED);
      return as({ ...meaning, guardian: places[column] ?? 1 });
    }
    if (isList) return role === "scores" || role === "undecided" ? as(NOT_USED) : guess;
    if (role === "score" || LIST_ROLES.includes(role)) {
      // A term beside averages says of which they are; everything else of a list may be anything in a wide table.
      if (role === "term" && has("overall average", "category average", "undecided")) return as(meaning);
      return ofListColumn(own, known);
    }
    return guess;
  });
  return {
    guesses: settled,
    seconds: secondIdentities(
      named,
      kept,
      seen.map(({ title }) => title),
    ),
  };
}

const LIST_ROLES: readonly ColumnRole[] = [
  "assignment",
  "points possible",
  "category",
  "due date",
  "status",
  "comment",
  "term",
  "extra credit",
];

/** Whose an address may be, where the heading names no owner: of schools' own addresses the student's is likelier. */
function ownersOf({ cells }: ColumnSeen): ColumnMeaning[] {
  const isSchool =
    shareOf(cells, (cell) => /@[^@]*\b(students?|pupils?|schueler|alumnos?|eleves?|uczen)\b/i.test(cell)) > 0.5;
  const [student, guardian]: ColumnMeaning[] = [{ role: "student address" }, { role: "guardian address", guardian: 1 }];
  const owners = isSchool ? [student, guardian] : [guardian, student];
  return [...(owners as ColumnMeaning[]), { role: "own column" }, NOT_USED];
}

/** Whether no number of a column is known, while nearly all names beside it are those of students with other numbers. */
function areStrange(
  { cells }: ColumnSeen,
  guesses: readonly ColumnGuess[],
  seen: readonly ColumnSeen[],
  known: KnownValues,
): boolean {
  if (cells.length < FEW || cells.some((cell) => known.studentNumbers.has(numberKey(cell)))) return false;
  const names = guesses.findIndex(({ meaning }) => meaning.role === "full name");
  return names >= 0 && shareOf(seen[names]?.cells ?? [], (cell) => known.names.has(nameKey(cell))) > 0.8;
}
const FEW = 4;

/** "Nombre" beside "Apellidos" is the given name; "Name" beside "Vorname" the family name. */
function namesBeside(guesses: readonly ColumnGuess[], seen: readonly ColumnSeen[]): Map<number, ColumnMeaning> {
  const roleAt = (column: number) => guesses[column]?.meaning.role;
  const columns = guesses.map((_guess, column) => column);
  const of = (role: ColumnRole) => columns.filter((column) => roleAt(column) === role);
  const [given, family, full] = [of("given name"), of("family name"), of("full name")];
  const changed = new Map<number, ColumnMeaning>();
  const [only] = full;
  const isOneWord = (cell: string) => !/[\s,]/.test(cell.trim());
  const isBare =
    only !== undefined &&
    (/^(name|nombres?|nom|nome|naam)$/i.test((seen[only]?.title ?? "").trim()) ||
      shareOf(seen[only]?.cells ?? [], isOneWord) > 0.8);
  if (only === undefined || full.length !== 1 || !isBare) return changed;
  if (family.length === 1 && given.length === 0) changed.set(only, { role: "given name" });
  else if (given.length === 1 && family.length === 0) changed.set(only, { role: "family name" });
  return changed;
}

/** Of several columns that could name the student one counts: the one whose cells are known here, then the one whose heading says more. */
function keptIdentities(guesses: readonly ColumnGuess[], seen: readonly ColumnSeen[]): Map<ColumnRole, number> {
  const best = new Map<ColumnRole, { column: number; weight: number }>();
  guesses.forEach(({ meaning: { role }, because }, column) => {
    if (!isIdentity(role)) return;
    const words = meaningOfWords(seen[column]?.title ?? "");
    const cells = seen[column]?.cells.length ?? 0;
    const weight =
      (because ? 4 : 0) + (words?.owner === "student" ? 2 : 0) + (words?.isGeneric ? 0 : 1) + (cells > 0 ? 1 : 0);
    const known = best.get(role);
    if (!known || weight > known.weight) best.set(role, { column, weight });
  });
  return new Map([...best].map(([role, { column }]) => [role, column]));
}

/** Guardians are counted by the number in their headings, or by the words for them in the order in which they stand. */
function guardianPlaces(guesses: readonly ColumnGuess[], seen: readonly ColumnSeen[]): (number | undefined)[] {
  const words = new Map<string, number>();
  const counted = guesses.map(({ meaning }) => (isOfGuardian(meaning.role) ? meaning.guardian : undefined));
  const repeated = new Map<string, number>();
  return guesses.map(({ meaning }, column) => {
    const { role, guardian, relation } = meaning;
    if (!isOfGuardian(role) && role !== "write to") return undefined;
    if (guardian !== undefined) return guardian;
    if (relation === undefined) {
      // "Guardian, Email, Guardian, Email": the second of a kind is about the second guardian.
      const key = `${role}|${titleKey(seen[column]?.title ?? "")}`;
      const times = (repeated.get(key) ?? 0) + 1;
      repeated.set(key, times);
      return role === "guardian address" ? 1 : times;
    }
    const free = 1 + words.size + Math.max(0, ...counted.map((place) => place ?? 0));
    const place = words.get(relation) ?? free;
    words.set(relation, place);
    return place;
  });
}

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
