import { nameKey } from "../matching/nameKey";
import { withoutPronouns } from "../matching/splitName";
import { type RowMatch, studentMatcher } from "../matching/studentMatcher";
import { classLabel } from "../model/schoolClass";
import type { Student } from "../model/student";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { type ClassOfTable, classOfTable, namedClass } from "./classOfTable";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";
import { knownValues, numberKey } from "./knownValues";
import { type LeftOutCause, leftOutCause } from "./leftOutCause";
import { rowKeys } from "./rowKeys";
import { namesAnother } from "./secondIdentities";
import { ADD, NOBODY } from "./tableChoices";
import { isAboutScores } from "./tableKind";
import type { Understanding } from "./understand";

/** A row with the student that it was joined with, or why it waits. */
export interface JoinedRow {
  /** Place in the table, counted from 0. */
  readonly row: number;
  readonly name: string;
  readonly studentNumber: string;
  readonly address: string;
  /** The class the row belongs to; none where it does not matter or is not known. */
  readonly classId: string | undefined;
  /** The class as it is named in the row, where it is no class that is there. */
  readonly unknownClass: string;
  /** Tells the rows of a person apart from others, in this table and in the next of its shape. */
  readonly key: string;
  readonly match: RowMatch;
  readonly state: "joined" | "to add" | "asked" | "not used";
  /** Whose row it is; none unless `joined`. */
  readonly studentId: string | undefined;
}

/** All rows of a table, joined on the student; the order of rows plays no part. */
export interface JoinedTable {
  readonly rows: readonly JoinedRow[];
  readonly leftOut: readonly { row: number; cause: LeftOutCause }[];
  /** For tables of scores: the class of all rows, unless each row says its own. */
  readonly classId: string | undefined;
  /** Whether no other class would do as well; unsure, nothing of the table is used. */
  readonly classIsSure: boolean;
  /** The likeliest class where it is asked. */
  readonly suggestedClassId: string | undefined;
  /** Whether the table itself says the class of its rows. */
  readonly namesClass: boolean;
  readonly byColumn: boolean;
  /** Whether rows go to the classes that their students are in. */
  readonly byStudent: boolean;
  /** The class that a roster without any puts its new students into, by name. */
  readonly newClass: string | undefined;
}

/**
 * Says of each row below the header whose it is, by identity and never by order. Rows in doubt are nobody's until they are
 * answered. `makesClass`: in a gradebook without any class a roster without a column for it makes one, called as the table is.
 * `before` is the gradebook before all tables: of rosters each brings its own people, whatever the order of the files.
 */
export function joinRows(
  read: Understanding,
  world: World,
  { makesClass = false, before = world }: { makesClass?: boolean; before?: World } = {},
): JoinedTable {
  const { table, shape, meanings, choices } = read;
  const cellOf = cellReader(meanings);
  const classOf = classReader(world);
  const hasClassColumn = meanings.some(({ role }) => role === "class" || role === "block");
  const known = knownValues(world);
  const leftOut: { row: number; cause: LeftOutCause }[] = [];
  const shared = sharedAddresses(read, cellOf);
  const labels = new Map<string, string | undefined>();

  const candidates: Candidate[] = [];
  for (let row = shape.lastHeaderRow + 1; row < table.rows.length; row += 1) {
    const cells = table.rows[row] ?? [];
    const said = identityOf(cells, cellOf);
    const isFamilys = known.guardianAddresses.has(said.address.toLowerCase()) || shared.has(said.address.toLowerCase());
    const identity = isFamilys ? { ...said, address: "" } : said;
    const cause = leftOutCause(row, cells, said, read, known);
    if (cause) {
      leftOut.push({ row, cause });
      continue;
    }
    const label = hasClassColumn ? [cellOf(cells, "class"), cellOf(cells, "block")].filter(Boolean).join(", ") : "";
    if (!labels.has(label)) labels.set(label, hasClassColumn ? classOf(label) : undefined);
    candidates.push({ row, cells, identity, label, ownClass: labels.get(label) });
  }

  const byColumn = hasClassColumn && choices.classId === undefined;
  const everybody = [...world.students.values()];
  const now = matcherOf(world.students, everybody);
  const all =
    read.kind === "roster" && before.students !== world.students
      ? { exact: now.exact, likely: matcherOf(before.students, [...before.students.values()]).likely }
      : now;
  const exact = candidates.map(({ row, identity }) => ({ row, match: all.exact(identity) }));
  const first = classFor(read, byColumn, exact, world, () =>
    candidates.map(({ row, identity }) => ({ row, match: asCertain(all.likely(identity)) })),
  );
  // Keys go by the class that is likeliest from the start, so that no answer changes those of others.
  const keys = rowKeys(
    read,
    candidates.map((one) => ({ ...one, place: (byColumn ? one.ownClass : first.suggested) ?? one.label })),
  );
  const told = exact.map(({ row, match }, at): { row: number; match: RowMatch } => {
    const answer = read.answers[keys[at] ?? ""];
    return answer !== undefined && world.students.has(answer)
      ? { row, match: { kind: "certain", studentId: answer, by: "name" } }
      : { row, match };
  });
  const guess = first.sure ? first : { ...classFor(read, byColumn, told, world), suggested: first.suggested };
  const matches = matchers(world, all, read.kind === "roster");
  const placed = candidates.map((candidate, at) => {
    const classId = byColumn ? candidate.ownClass : (guess.classId ?? guess.byRow?.get(candidate.row));
    return { ...candidate, exact: exact[at]?.match ?? NOBODY_FOUND, classId };
  });
  const named = byColumn || guess.isNamed;
  const newClass = newClassOf(read, byColumn || guess.classId !== undefined, makesClass);
  const addsStudents = read.kind === "roster" && (byColumn || guess.classId !== undefined || newClass !== undefined);
  const seconds = shape.seconds.filter(
    ({ column, first, role }) => meanings[column]?.role === "not used" && meanings[first]?.role === role,
  );
  const rows = placed.map(({ row, cells, identity, label, classId, exact: found }, at): JoinedRow => {
    const key = keys[at] ?? "";
    const said = matches(found, identity, {
      classId: guess.byRow ? undefined : classId,
      isNamed: named && classId !== undefined,
      onlyOfClass: isAboutScores(read.kind),
    });
    const match = seconds.length > 0 ? unlessTwo(said, cells, seconds, all.exact) : said;
    const mayAdd = addsStudents && (!byColumn || label !== "" || table.preset !== undefined);
    return {
      row,
      ...identity,
      classId,
      unknownClass: classId ? "" : label,
      key,
      match,
      ...stateOf(match, read.answers[key], mayAdd, world),
    };
  });
  return {
    rows,
    leftOut,
    classId: guess.classId,
    classIsSure: guess.sure,
    suggestedClassId: guess.suggested,
    namesClass: named,
    byColumn,
    byStudent: guess.byRow !== undefined,
    newClass,
  };
}

/** A row that names two students is in doubt, whoever was found by the first. */
function unlessTwo(
  match: RowMatch,
  cells: readonly string[],
  seconds: Parameters<typeof namesAnother>[1],
  exact: Matchers["exact"],
): RowMatch {
  if (match.kind === "in doubt" || match.kind === "likely") return match;
  const studentId = match.kind === "certain" ? match.studentId : undefined;
  return namesAnother(cells, seconds, exact, studentId)
    ? { kind: "in doubt", cause: "two students in one row", candidates: studentId ? [studentId] : [] }
    : match;
}

const NOBODY_FOUND: RowMatch = { kind: "nobody" };

/** Where nobody is known for certain, who is likely tells at least which class to offer. */
function asCertain(match: RowMatch): RowMatch {
  return match.kind === "likely" ? { kind: "certain", studentId: match.studentId, by: "name" } : match;
}

interface Candidate {
  readonly row: number;
  readonly cells: readonly string[];
  readonly identity: { name: string; studentNumber: string; address: string };
  readonly label: string;
  readonly ownClass: string | undefined;
}

function classFor(
  read: Understanding,
  byColumn: boolean,
  exact: Parameters<typeof classOfTable>[1],
  world: World,
  likely?: () => Parameters<typeof classOfTable>[1],
): ClassOfTable {
  const none = { classId: undefined, sure: true, isNamed: false, byRow: undefined, suggested: undefined };
  if (byColumn) return none;
  if (isAboutScores(read.kind)) {
    const found = classOfTable(read, exact, world);
    const isNobodyKnown = !found.sure && !exact.some(({ match }) => match.kind === "certain");
    return isNobodyKnown && likely ? { ...found, suggested: classOfTable(read, likely(), world).suggested } : found;
  }
  if (read.kind !== "roster") return none;
  // A roster without a class column is about the class that it names, or that was said.
  const chosen = read.choices.classId;
  const classId = chosen !== undefined && world.classes.has(chosen) ? chosen : namedClass(read, world);
  return { ...none, classId, isNamed: classId !== undefined, suggested: classId };
}

/** The first students need a class to be written to: it is called as the table is, unless it is said otherwise. */
function newClassOf(read: Understanding, hasClass: boolean, makesClass: boolean): string | undefined {
  if (read.kind !== "roster" || hasClass || read.table.preset) return undefined;
  if (read.choices.newClass) return read.choices.newClass;
  // Figures that nobody has named yet may make this another kind of table.
  const isOpen = read.meanings.some(({ role }, column) => role === "undecided" && read.shape.isFigure[column]);
  return makesClass && !isOpen ? fileWords(read.table.name) || "My class" : undefined;
}

function fileWords(name: string): string {
  return name
    .replace(/\.[a-z0-9]{2,5}(?=$|:)/i, "")
    .replace(/[_]+/g, " ")
    .replace(/\s+/g, " ")
    .trim();
}

function stateOf(
  match: RowMatch,
  answer: string | undefined,
  addsStudents: boolean,
  world: World,
): Pick<JoinedRow, "state" | "studentId"> {
  if (answer === NOBODY) return { state: "not used", studentId: undefined };
  if (answer === ADD) return { state: "to add", studentId: undefined };
  if (answer !== undefined && world.students.has(answer)) return { state: "joined", studentId: answer };
  if (match.kind === "certain") return { state: "joined", studentId: match.studentId };
  if (match.kind === "nobody") return { state: addsStudents ? "to add" : "asked", studentId: undefined };
  return { state: "asked", studentId: undefined };
}

interface Matchers {
  readonly exact: ReturnType<typeof studentMatcher>;
  readonly likely: ReturnType<typeof studentMatcher>;
}
const matchersOf = new WeakMap<object, Matchers>();

/** Matchers of a list of students, made once for a state of them: tables come by the dozen. */
function matcherOf(state: object, students: readonly Student[]): Matchers {
  const known = matchersOf.get(state);
  if (known) return known;
  const made = { exact: studentMatcher(students, "exact only"), likely: studentMatcher(students) };
  matchersOf.set(state, made);
  return made;
}

const ofClassOf = new WeakMap<object, WeakMap<object, Matchers>>();

/**
 * Who a row means, once it is known whom it means over all classes: namesakes are sought everywhere, and decided only
 * by a number or by a class that the table itself names; somebody of another class is a question, not a match.
 */
function matchers(world: World, all: Matchers, isRoster: boolean) {
  const inClass = (classId: string | undefined): Matchers | undefined => {
    const schoolClass = classId === undefined ? undefined : world.classes.get(classId);
    if (!schoolClass) return undefined;
    const ofStudents = ofClassOf.get(world.students) ?? new WeakMap<object, Matchers>();
    ofClassOf.set(world.students, ofStudents);
    let made = ofStudents.get(schoolClass);
    if (!made) {
      const enrolled = schoolClass.studentIds.flatMap((id) => world.students.get(id) ?? []);
      made = { exact: studentMatcher(enrolled, "exact only"), likely: studentMatcher(enrolled) };
      ofStudents.set(schoolClass, made);
    }
    return made;
  };
  return (
    found: RowMatch,
    identity: Candidate["identity"],
    { classId, isNamed, onlyOfClass }: { classId: string | undefined; isNamed: boolean; onlyOfClass: boolean },
  ): RowMatch => {
    const enrolled = classId === undefined ? undefined : world.classes.get(classId)?.studentIds;
    if (found.kind === "certain") {
      if (!onlyOfClass || !enrolled || enrolled.includes(found.studentId)) return found;
      return { kind: "in doubt", cause: "in another class", candidates: [found.studentId] };
    }
    if (found.kind === "in doubt" && isNamed) {
      const here = inClass(classId)?.exact(identity);
      return here?.kind === "certain" ? here : found;
    }
    if (found.kind !== "nobody") return found;
    const near = isRoster ? undefined : inClass(classId)?.likely(identity);
    return near && near.kind !== "nobody" ? near : all.likely(identity);
  };
}

/** Addresses that stand beside several names: a family's, which tell nobody apart. */
function sharedAddresses(read: Understanding, cellOf: ReturnType<typeof cellReader>): ReadonlySet<string> {
  if (!read.meanings.some(({ role }) => role === "student address")) return new Set();
  const names = new Map<string, string>();
  const shared = new Set<string>();
  for (const cells of read.table.rows.slice(read.shape.lastHeaderRow + 1)) {
    const { name, studentNumber, address } = identityOf(cells, cellOf);
    const [who, where] = [nameKey(name) || numberKey(studentNumber), address.toLowerCase()];
    if (!where || !who) continue;
    const before = names.get(where);
    if (before !== undefined && before !== who) shared.add(where);
    names.set(where, who);
  }
  return shared;
}

/** Reads the cell of a role, the first column where several have it. */
export function cellReader(
  meanings: readonly ColumnMeaning[],
): (cells: readonly string[], role: ColumnRole, guardian?: number) => string {
  const first = new Map<string, number>();
  meanings.forEach(({ role, guardian }, column) => {
    for (const key of [role, `${role}/${guardian ?? 1}`]) if (!first.has(key)) first.set(key, column);
  });
  return (cells, role, guardian) => {
    const column = first.get(guardian === undefined ? role : `${role}/${guardian}`);
    return column === undefined ? "" : (cells[column] ?? "");
  };
}

/** The name of the student in a row, in one column or two. */
export function nameInRow(cells: readonly string[], cellOf: ReturnType<typeof cellReader>): string {
  const full = withoutPronouns(cellOf(cells, "full name"));
  return full || `${cellOf(cells, "given name")} ${cellOf(cells, "family name")}`.trim();
}

/** What a row says about whose it is. */
function identityOf(cells: readonly string[], cellOf: ReturnType<typeof cellReader>): Candidate["identity"] {
  return {
    name: nameInRow(cells, cellOf),
    studentNumber: cellOf(cells, "student number"),
    address: cellOf(cells, "student address"),
  };
}

/** Finds a class by the way it is written in a table: its whole label, its name where that is enough, or its block. */
function classReader(world: Pick<World, "classes">): (label: string) => string | undefined {
  const byLabel = new Map<string, string | null>();
  for (const schoolClass of world.classes.values()) {
    const { name, block } = schoolClass;
    // "Block 1", "Period 1" and "1" are the same place in the day.
    const bare = bareBlock(block);
    const labels = [classLabel(schoolClass), name, block];
    for (const one of new Set([block, bare, `Period ${bare}`, `P${bare}`]))
      if (one) labels.push(`${name}, ${one}`, `${name} ${one}`, `${name} (${one})`, `${name} - ${one}`);
    for (const key of new Set(labels.map(titleKey))) {
      // What two classes share names neither of them.
      if (key) byLabel.set(key, byLabel.has(key) ? null : schoolClass.id);
    }
  }
  return (label) => byLabel.get(titleKey(label)) ?? undefined;
}

function bareBlock(block: string): string {
  return block.replace(/^(?:block|period|per\.?|hour|p)\s*/i, "").trim();
}
