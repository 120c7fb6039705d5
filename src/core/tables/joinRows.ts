import { nameKey } from "../matching/nameKey";
import { withoutBrackets } from "../matching/splitName";
import type { RowMatch } from "../matching/studentMatcher";
import { classLabel } from "../model/schoolClass";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { cellReader, nameInRow } from "./cellsOfRow";
import { isSameClass } from "./classNames";
import { type ClassOfTable, classOfTable, namedClass } from "./classOfTable";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";
import { knownValues, numberKey } from "./knownValues";
import type { LeftOutCause } from "./leftOutCause";
import { classInPile, classOfTitles } from "./pile";
import { rowKeys } from "./rowKeys";
import { type Matchers, matchersFor, rowMatcher } from "./rowMatcher";
import { namesAnother } from "./secondIdentities";
import { ADD, NOBODY } from "./tableChoices";
import { isAboutScores } from "./tableKind";
import type { Understanding } from "./understand";
import { whyLeftOut } from "./whyLeftOut";

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
  /** Whether whoever is not there comes in with it, and whoever is into its class: the gradebook is empty. */
  readonly addsEverybody: boolean;
}

/**
 * Says of each row below the header whose it is, by identity and never by order. Rows in doubt are nobody's until they are
 * answered. `makesClass`: in a gradebook without any class a roster without a column for it makes one, called as the table is.
 * `before` is the gradebook before all tables: of rosters each brings its own people, whatever the order of the files.
 */
export function joinRows(
  read: Understanding,
  world: World,
  {
    makesClass = false,
    addsEverybody = false,
    before = world,
  }: { makesClass?: boolean; addsEverybody?: boolean; before?: World } = {},
): JoinedTable {
  const { table, shape, meanings, choices } = read;
  const cellOf = cellReader(meanings);
  const classOf = classReader(world);
  const { classOfRow } = shape;
  const hasClassColumn = classOfRow.size > 0 || meanings.some(({ role }) => role === "class" || role === "block");
  const known = knownValues(world);
  const leftOut: { row: number; cause: LeftOutCause }[] = [];
  const shared = sharedAddresses(read, cellOf);
  const labels = new Map<string, string | undefined>();

  const candidates: Candidate[] = [];
  let above: Candidate["identity"] | undefined;
  for (let row = shape.lastHeaderRow + 1; row < table.rows.length; row += 1) {
    const cells = table.rows[row] ?? [];
    const written = identityOf(cells, cellOf);
    const own = { ...written, name: read.pile.called.get(nameKey(written.name)) ?? written.name };
    const said = isFurther(cells, own, meanings) && above && !shape.others.has(row) ? above : own;
    above = said.name || said.studentNumber ? said : undefined;
    const isFamilys = known.guardianAddresses.has(said.address.toLowerCase()) || shared.has(said.address.toLowerCase());
    const identity = isFamilys ? { ...said, address: "" } : said;
    const cause = whyLeftOut(row, cells, said, read, known);
    if (cause) {
      if (cause !== "by hand") above = undefined;
      leftOut.push({ row, cause });
      continue;
    }
    const label = hasClassColumn
      ? [cellOf(cells, "class"), cellOf(cells, "block")].filter(Boolean).join(", ") || (classOfRow.get(row) ?? "")
      : "";
    if (!labels.has(label)) labels.set(label, hasClassColumn ? classOf(label) : undefined);
    candidates.push({ row, cells, identity, label, ownClass: labels.get(label) });
  }

  const byColumn = hasClassColumn && choices.classId === undefined;
  const everybody = [...world.students.values()];
  const now = matchersFor(world.students, everybody);
  const all =
    read.kind === "roster" && before.students !== world.students && !addsEverybody
      ? { exact: now.exact, likely: matchersFor(before.students, [...before.students.values()]).likely }
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
  const matches = rowMatcher(world, all, read.kind === "roster");
  const placed = candidates.map((candidate, at) => {
    const classId = byColumn ? candidate.ownClass : (guess.classId ?? guess.byRow?.get(candidate.row));
    return { ...candidate, exact: exact[at]?.match ?? NOBODY_FOUND, classId };
  });
  const named = byColumn || guess.isNamed;
  const newClass = newClassOf(read, byColumn || guess.classId !== undefined, { makesClass, addsEverybody });
  const addsStudents =
    addsEverybody || (read.kind === "roster" && (byColumn || guess.classId !== undefined || newClass !== undefined));
  const seconds = shape.seconds.filter(
    ({ column, first, role }) => meanings[column]?.role === "not used" && meanings[first]?.role === role,
  );
  const saidOf = placed.map(({ identity, classId, exact: found }) =>
    matches(found, identity, {
      classId: guess.byRow ? undefined : classId,
      isNamed: named && classId !== undefined,
      onlyOfClass: isAboutScores(read.kind) && !addsEverybody,
    }),
  );
  // Whom a row of this table means for certain is not meant by another that only comes near.
  const claimed = new Set(saidOf.flatMap((match) => (match.kind === "certain" ? [match.studentId] : [])));
  const likelyOnce = onlyOnce(saidOf.flatMap((match) => (match.kind === "likely" ? [match.studentId] : [])));
  const rows = placed.map(({ row, cells, identity, label, classId }, at): JoinedRow => {
    const key = keys[at] ?? "";
    const said = saidOf[at] ?? NOBODY_FOUND;
    const free = addsEverybody ? byNumberAlone(said, identity.studentNumber, world) : said;
    const sure = onlyMeant(free, claimed, likelyOnce);
    const match = seconds.length > 0 ? unlessTwo(sure, cells, seconds, all.exact) : sure;
    const mayAdd = addsStudents && (!byColumn || label !== "" || table.preset !== undefined || addsEverybody);
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
    classIsSure: guess.sure || newClass !== undefined,
    suggestedClassId: guess.suggested,
    namesClass: named,
    byColumn,
    byStudent: guess.byRow !== undefined,
    newClass,
    addsEverybody,
  };
}

/** A name with a part more or less means the only student that it can mean, whom no other row means. */
function onlyMeant(match: RowMatch, claimed: ReadonlySet<string>, once: ReadonlySet<string>): RowMatch {
  if (match.kind !== "likely" || match.because === "a similar name") return match;
  const isFree = !claimed.has(match.studentId) && once.has(match.studentId);
  return isFree ? { kind: "certain", studentId: match.studentId, by: "name" } : match;
}

/**
 * In a gradebook that was empty a number is the school's: whoever has the name and another number is somebody else, and
 * whoever has the name and none is meant, if it is only one.
 */
function byNumberAlone(match: RowMatch, studentNumber: string, { students }: Pick<World, "students">): RowMatch {
  if (match.kind !== "in doubt" || !studentNumber || !/\d/.test(studentNumber)) return match;
  const open = match.candidates.filter((id) => !students.get(id)?.studentNumber);
  const [only] = open;
  if (only === undefined) return NOBODY_FOUND;
  return open.length === 1 ? { kind: "certain", studentId: only, by: "name" } : match;
}

function onlyOnce(ids: readonly string[]): ReadonlySet<string> {
  const twice = new Set(ids.filter((id, place) => ids.indexOf(id) !== place));
  return new Set(ids.filter((id) => !twice.has(id)));
}

/** Whether a row without a student goes on about the one above it: another guardian. */
function isFurther(
  cells: readonly string[],
  { name, studentNumber, address }: Candidate["identity"],
  meanings: readonly ColumnMeaning[],
): boolean {
  if (name || studentNumber || address) return false;
  return meanings.some(({ role }, column) => GUARDIAN.has(role) && /[@\p{L}]{2}/u.test(cells[column] ?? ""));
}
const GUARDIAN: ReadonlySet<ColumnRole> = new Set(["guardian name", "guardian given name", "guardian address"]);

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

const UNNAMED_CLASS = "My class";

/** The first students need a class to be written to: it is called as the table is, unless it is said otherwise. */
function newClassOf(
  read: Understanding,
  hasClass: boolean,
  { makesClass, addsEverybody }: { makesClass: boolean; addsEverybody: boolean },
): string | undefined {
  if (hasClass || read.table.preset) return undefined;
  if (read.kind === "roster" && read.choices.newClass) return read.choices.newClass;
  const titled = classOfTitles(read.table, read.shape.headingRow);
  const [only] = read.pile.classes.size === 1 ? [...read.pile.classes.values()] : [];
  if (titled && (addsEverybody || (read.kind === "roster" && makesClass)))
    return classInPile(read.pile, titled) ?? titled;
  if (addsEverybody && only !== undefined) return only;
  if (addsEverybody && isAboutScores(read.kind) && read.pile.classes.size === 0) return UNNAMED_CLASS;
  if (read.kind !== "roster") return undefined;
  // Figures that nobody has named yet may make this another kind of table.
  const isOpen = read.meanings.some(({ role }, column) => role === "undecided" && read.shape.isFigure[column]);
  return makesClass && !isOpen ? UNNAMED_CLASS : undefined;
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

/** A name without what somebody is called beside it: "Joaquín (Joa) Varga". */
function calledIn(name: string): string {
  return name.includes("(") ? withoutBrackets(name).text : name;
}

/** What a row says about whose it is. */
function identityOf(cells: readonly string[], cellOf: ReturnType<typeof cellReader>): Candidate["identity"] {
  return {
    name: calledIn(nameInRow(cells, cellOf)),
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
  const all = [...world.classes.values()];
  return (label) => {
    const found = byLabel.get(titleKey(label));
    if (found || !label) return found ?? undefined;
    const same = all.filter((one) => isSameClass(classLabel(one), label));
    return same.length === 1 ? same[0]?.id : undefined;
  };
}

function bareBlock(block: string): string {
  return block.replace(/^(?:block|period|per\.?|hour|p)\s*/i, "").trim();
}
