import { numberIn } from "../figures/scoreCell";
import { nameKey } from "../matching/nameKey";
import { type RowMatch, studentMatcher } from "../matching/studentMatcher";
import { classLabel } from "../model/schoolClass";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import type { ColumnMeaning, ColumnRole } from "./columnMeaning";
import { ADD, NOBODY } from "./tableChoices";
import { isAboutScores } from "./tableKind";
import type { Understanding } from "./understand";

/** Why a row is about no student. */
export type LeftOutCause =
  | "points possible"
  | "due dates"
  | "figures of the class"
  | "the header again"
  | "more or fewer cells than the heading"
  | "no name and no number"
  | "by hand";

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
  /** For tables of scores: the class that most rows belong to, unless each row says its own. */
  readonly classId: string | undefined;
  /** Whether no other class would do as well. */
  readonly classIsSure: boolean;
  readonly byColumn: boolean;
}

const POINTS_LABEL = /^(points( possible)?|possible( points)?|max(imum)?( points| score)?|out of|total points)s?:?$/i;
const DATES_LABEL = /^(due( date)?s?|dates?|assigned):?$/i;
const FIGURES_LABEL =
  /^(class |group |overall )?(average|mean|median|totals?|sum|count|min(imum)?|max(imum)?|std\.?( dev\.?)?|standard deviation|range|weight|number of students|students):?$/i;

/** Says of each row below the header whose it is, by identity and never by order. Rows in doubt are nobody's until they are answered. */
export function joinRows(read: Understanding, world: World): JoinedTable {
  const { table, shape, meanings, choices } = read;
  const cellOf = cellReader(meanings);
  const classOf = classReader(world);
  const hasClassColumn = meanings.some(({ role }) => role === "class");
  const everybody = [...world.students.values()];
  const leftOut: { row: number; cause: LeftOutCause }[] = [];
  const known = new Set(everybody.map((student) => nameKey(`${student.givenName} ${student.familyName}`)));

  const candidates = table.rows.flatMap((cells, row) => {
    if (row <= shape.lastHeaderRow) return [];
    const identity = identityOf(cells, cellOf);
    const cause = leftOutCause(row, cells, identity, read, known);
    if (cause) {
      leftOut.push({ row, cause });
      return [];
    }
    const label = [cellOf(cells, "class"), cellOf(cells, "block")].filter(Boolean).join(", ");
    return [{ row, cells, identity, label, ownClass: hasClassColumn ? classOf(label) : undefined }];
  });

  const byColumn = hasClassColumn && choices.classId === undefined;
  const guess = byColumn ? { classId: undefined, sure: true } : classOfTable(read, candidates, world);
  const matcherOf = matchers(world, everybody);
  const placed = candidates.map((candidate) => {
    const classId = !byColumn && isAboutScores(read.kind) ? guess.classId : candidate.ownClass;
    return { ...candidate, classId, place: classId ?? candidate.label };
  });
  const keys = rowKeys(read, placed);
  const rows = placed.map(({ row, identity, label, classId }, at): JoinedRow => {
    const key = keys[at] ?? "";
    const match = matcherOf(classId, isAboutScores(read.kind))(identity);
    return {
      row,
      ...identity,
      classId,
      unknownClass: classId ? "" : label,
      key,
      match,
      ...stateOf(match, read.answers[key], read.kind === "roster", world),
    };
  });
  return { rows, leftOut, classId: guess.classId, classIsSure: guess.sure, byColumn };
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

/** A matcher for each class, and one for everybody; somebody of another class is a question, not a match. */
function matchers(world: World, everybody: readonly Student[]) {
  const all = { exact: studentMatcher(everybody, "exact only"), likely: studentMatcher(everybody) };
  const byClass = new Map<string, ReturnType<typeof studentMatcher>>();
  return (classId: string | undefined, onlyOfClass: boolean) => {
    const schoolClass = classId === undefined ? undefined : world.classes.get(classId);
    if (!schoolClass) return onlyOfClass && classId === undefined ? all.exact : all.likely;
    let ofClass = byClass.get(schoolClass.id);
    if (!ofClass) {
      const enrolled = schoolClass.studentIds.flatMap((id) => world.students.get(id) ?? []);
      ofClass = studentMatcher(enrolled);
      byClass.set(schoolClass.id, ofClass);
    }
    const inClass = ofClass;
    return (identity: Parameters<typeof inClass>[0]): RowMatch => {
      const match = inClass(identity);
      if (match.kind === "certain") return match;
      const elsewhere = all.exact(identity);
      // Outside tables of scores a class only tells namesakes apart.
      if (!onlyOfClass)
        return match.kind === "nobody" || elsewhere.kind === "certain" ? elsewhereOr(elsewhere, match) : match;
      if (elsewhere.kind !== "certain") return match;
      return { kind: "in doubt", cause: "in another class", candidates: [elsewhere.studentId] };
    };
  };
}

function elsewhereOr(elsewhere: RowMatch, match: RowMatch): RowMatch {
  return elsewhere.kind === "nobody" ? match : elsewhere;
}

interface Candidate {
  readonly cells: readonly string[];
  readonly identity: { name: string; studentNumber: string; address: string };
}

/** The class that most rows certainly belong to; of classes alike the one that the file names, then the one that it fills best. */
function classOfTable(
  read: Understanding,
  candidates: readonly Candidate[],
  world: World,
): { classId: string | undefined; sure: boolean } {
  if (!isAboutScores(read.kind)) return { classId: undefined, sure: true };
  const chosen = read.choices.classId;
  if (chosen !== undefined && world.classes.has(chosen)) return { classId: chosen, sure: true };
  const titles = read.table.rows.slice(0, read.shape.lastHeaderRow + 1).flat();
  const spoken = new Set(nameKey([read.table.name, ...titles].join(" ").replace(/[_.-]/g, " ")).split(" "));
  const rank = (likeness: Parameters<typeof studentMatcher>[1]) =>
    [...world.classes.values()]
      .map((schoolClass) => {
        const enrolled = schoolClass.studentIds.flatMap((id) => world.students.get(id) ?? []);
        const matchOf = studentMatcher(enrolled, likeness);
        const kinds = candidates.map(({ identity }) => matchOf(identity).kind);
        const certain = kinds.filter((kind) => kind === "certain").length;
        const likely = kinds.filter((kind) => kind === "likely").length;
        const doubtful = kinds.filter((kind) => kind === "in doubt").length;
        const words = nameKey(classLabel(schoolClass)).split(" ");
        return {
          classId: schoolClass.id,
          found: certain + likely + doubtful / 2,
          // Remembered is only a word among classes that fit alike: the rows themselves say more.
          remembered: Number(schoolClass.id === read.rememberedClassId),
          named: words.filter((word) => spoken.has(word)).length / Math.max(1, words.length),
          filled: certain / Math.max(1, schoolClass.studentIds.length),
        };
      })
      .sort((a, b) => b.found - a.found || b.remembered - a.remembered || b.named - a.named || b.filled - a.filled);
  const exact = rank("exact only");
  // Only where few are exactly known is it worth to look for likely ones.
  const ranked = (exact[0]?.found ?? 0) * 2 >= candidates.length ? exact : rank("likely ones too");
  const [best, second] = ranked;
  if (!best || (best.found === 0 && best.named < 1)) return { classId: undefined, sure: false };
  const alike =
    second &&
    !best.remembered &&
    second.found === best.found &&
    second.named === best.named &&
    second.filled === best.filled;
  return { classId: best.classId, sure: !alike && best.found * 2 >= candidates.length };
}

function leftOutCause(
  row: number,
  cells: readonly string[],
  { name, studentNumber, address }: Candidate["identity"],
  { choices, shape, meanings, table }: Understanding,
  known: ReadonlySet<string>,
): LeftOutCause | undefined {
  const byHand = choices.rows?.[String(row)];
  if (byHand === "left out") return "by hand";
  if (!name && !studentNumber && !address) return cells.some(Boolean) ? "no name and no number" : undefined;
  if (byHand === "taken") return undefined;
  if (table.isCounted && !isWhole(cells, table.rows[shape.lastHeaderRow] ?? shape.titles)) return CELLS_CAUSE;
  if (known.has(nameKey(name))) return undefined;
  const label = name || studentNumber;
  if (POINTS_LABEL.test(label)) return "points possible";
  if (DATES_LABEL.test(label)) return "due dates";
  if (FIGURES_LABEL.test(label)) return "figures of the class";
  const repeats = meanings.every((_meaning, column) => (cells[column] ?? "") === (shape.titles[column] ?? ""));
  return repeats ? "the header again" : undefined;
}

const CELLS_CAUSE = "more or fewer cells than the heading";

/** Whether no cell of a row can have slipped: it has one for each heading, and nothing beyond them. */
function isWhole(cells: readonly string[], header: readonly string[]): boolean {
  const width = header.findLastIndex(Boolean) + 1;
  return cells.length >= width && !cells.slice(header.length).some(Boolean);
}

/** Reads the cell of a role, the first column where several have it. */
export function cellReader(
  meanings: readonly ColumnMeaning[],
): (cells: readonly string[], role: ColumnRole, guardian?: number) => string {
  return (cells, role, guardian) => {
    const column = meanings.findIndex(
      (meaning) => meaning.role === role && (guardian === undefined || (meaning.guardian ?? 1) === guardian),
    );
    return cells[column] ?? "";
  };
}

/** What a row says about whose it is. */
function identityOf(cells: readonly string[], cellOf: ReturnType<typeof cellReader>): Candidate["identity"] {
  return {
    name: cellOf(cells, "full name") || `${cellOf(cells, "given name")} ${cellOf(cells, "family name")}`.trim(),
    studentNumber: cellOf(cells, "student number"),
    address: cellOf(cells, "student address"),
  };
}

/** Finds a class by the way it is written in a table: its whole label, its name where that is enough, or its block. */
function classReader(world: Pick<World, "classes">): (label: string) => string | undefined {
  const byLabel = new Map<string, string | null>();
  for (const schoolClass of world.classes.values()) {
    for (const words of new Set([classLabel(schoolClass), schoolClass.name, schoolClass.block])) {
      const key = nameKey(words);
      // What two classes share names neither of them.
      if (key) byLabel.set(key, byLabel.has(key) ? null : schoolClass.id);
    }
  }
  return (label) => byLabel.get(nameKey(label)) ?? undefined;
}

/**
 * Rows of the same person in the tables of one week share a key, and so does the row of next week. Cells that are
 * words and not used otherwise belong to it, since they may be all that tells namesakes apart. Rows that nothing
 * tells apart have keys of their place in this one table: an answer for one of them must never be used for another.
 */
function rowKeys({ id, meanings }: Understanding, candidates: readonly (Candidate & { row: number; place: string })[]) {
  const keys = candidates.map(({ cells, identity: { name, studentNumber, address }, place }) => {
    const words = meanings.flatMap(({ role }, column) => {
      const cell = cells[column] ?? "";
      return role === "not used" && cell && !numberIn(cell) && cell.length <= MOST_KEY_CHARACTERS
        ? [nameKey(cell)]
        : [];
    });
    return [place, studentNumber, nameKey(name), address.toLowerCase(), ...words].join("|");
  });
  const counts = new Map<string, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  return keys.map((key, at) => ((counts.get(key) ?? 0) > 1 ? `${key}${ROW_MARK}${id}/${candidates[at]?.row}` : key));
}

const MOST_KEY_CHARACTERS = 40;
const ROW_MARK = "|row ";

/** Whether an answer about a row can be kept for the next table of its shape. */
export function outlivesTable(key: string): boolean {
  return !key.includes(ROW_MARK);
}
