import { nameKey } from "../matching/nameKey";
import type { RowMatch } from "../matching/studentMatcher";
import { classLabel, type SchoolClass } from "../model/schoolClass";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import { isSameClass } from "./classNames";
import { titleOf } from "./guessColumn";
import { classInPile, classOfTitles } from "./pile";
import { fileStem } from "./recipe";
import type { Understanding } from "./understand";

/** Which class a table of scores without a column for it is about. */
export interface ClassOfTable {
  /** The one class; none where rows go to the classes of their students, or where nobody can say. */
  readonly classId: string | undefined;
  /** Unsure: nothing of the table is used until it is said. */
  readonly sure: boolean;
  /** Whether the teacher, or the table itself, names the class. */
  readonly isNamed: boolean;
  /** By row: the class of its student, where the table is about several classes. */
  readonly byRow: ReadonlyMap<number, string> | undefined;
  /** The likeliest, as an offer. */
  readonly suggested: string | undefined;
}

/** A table is about one class when all but a few of its students are in it. */
const NEARLY_ALL = 0.8;

/** One row with whom it is certainly about, over all classes. */
export interface PlacedRow {
  readonly row: number;
  readonly match: RowMatch;
}

/**
 * The class of a table: the one that was said, the one that the table names, or the only one that its students can mean.
 * Where its students are in several, each row goes to the class of its student, if just one class can be meant.
 */
export function classOfTable(read: Understanding, rows: readonly PlacedRow[], world: World): ClassOfTable {
  const unsure = (suggested?: string): ClassOfTable => ({
    classId: undefined,
    sure: false,
    isNamed: false,
    byRow: undefined,
    suggested,
  });
  const one = (classId: string, isNamed = false): ClassOfTable => ({
    classId,
    sure: true,
    isNamed,
    byRow: undefined,
    suggested: classId,
  });
  const chosen = read.choices.classId;
  if (chosen !== undefined && world.classes.has(chosen)) return one(chosen, true);
  const classesOf = enrolments(world.classes);
  const certain = rows.flatMap(({ row, match }) =>
    match.kind === "certain" ? [{ row, classIds: classesOf.get(match.studentId) ?? [] }] : [],
  );
  const enrolled = certain.filter(({ classIds }) => classIds.length > 0);
  const counts = new Map<string, number>();
  for (const { classIds } of enrolled) for (const id of classIds) counts.set(id, (counts.get(id) ?? 0) + 1);
  const named = namedClass(read, world);
  if (named) {
    const isAgreed = (counts.get(named) ?? 0) * 2 >= enrolled.length;
    return isAgreed ? one(named, true) : unsure(named);
  }
  // The table names a class that is not there yet.
  if (namesNewClass(read, world)) return unsure();
  const ranked = [...counts].sort((a, b) => b[1] - a[1]);
  const [best, second] = ranked;
  const remembered = read.rememberedClassId;
  if (!best) return remembered && world.classes.has(remembered) ? unsure(remembered) : unsure(onlyClass(world));
  const rivals = ranked.filter(([, count]) => count >= best[1] * NEARLY_ALL);
  if (best[1] >= enrolled.length * NEARLY_ALL) {
    if (rivals.length === 1) return one(best[0]);
    const meant = rivals.map(([id]) => id).filter((id) => isOnlyMeant(id, rivals, { read, world, enrolled }));
    if (meant.length === 1 && meant[0]) return one(meant[0]);
    const again = rivals.find(([id]) => id === remembered);
    return again ? one(again[0], true) : unsure((second && fills(best[0], second[0], world)) ?? best[0]);
  }
  return byStudents(enrolled, unsure(best[0]));
}

/** Each row to its student's class; a student in several goes to the one of them that the table is about, if it is one. */
function byStudents(rows: readonly { row: number; classIds: readonly string[] }[], unsure: ClassOfTable): ClassOfTable {
  const about = new Set(rows.flatMap(({ classIds }) => (classIds.length === 1 ? classIds : [])));
  const byRow = new Map<number, string>();
  for (const { row, classIds } of rows) {
    const meant = classIds.length === 1 ? classIds : classIds.filter((id) => about.has(id));
    if (meant.length !== 1 || meant[0] === undefined) return unsure;
    byRow.set(row, meant[0]);
  }
  return { classId: undefined, sure: true, isNamed: false, byRow, suggested: undefined };
}

/** Of classes that share students, the one whose list the table is, or the only one with an assignment that it heads. */
function isOnlyMeant(
  classId: string,
  rivals: readonly [string, number][],
  {
    read,
    world,
    enrolled,
  }: { read: Understanding; world: World; enrolled: readonly { classIds: readonly string[] }[] },
): boolean {
  const size = world.classes.get(classId)?.studentIds.length ?? 0;
  const inIt = enrolled.filter(({ classIds }) => classIds.includes(classId)).length;
  const isItsList = inIt === enrolled.length && inIt === size;
  const isListOfAnother = rivals.some(
    ([id, count]) => id !== classId && count === world.classes.get(id)?.studentIds.length,
  );
  if (isItsList && !isListOfAnother) return true;
  const titlesOf = (id: string) =>
    new Set([...world.assignments.values()].flatMap((one) => (one.classId === id ? [titleKey(one.title)] : [])));
  const headed = read.meanings.flatMap(({ role }, column) =>
    role === "scores" ? [titleKey(titleOf({ title: read.shape.titles[column] ?? "", cells: [] }))] : [],
  );
  if (headed.length === 0) return false;
  const has = (id: string) => {
    const titles = titlesOf(id);
    return headed.some((title) => titles.has(title));
  };
  return has(classId) && !rivals.some(([id]) => id !== classId && has(id));
}

function fills(a: string, b: string, world: World): string {
  const size = (id: string) => world.classes.get(id)?.studentIds.length ?? 0;
  return size(a) <= size(b) ? a : b;
}

function onlyClass({ classes }: Pick<World, "classes">): string | undefined {
  return classes.size === 1 ? [...classes.keys()][0] : undefined;
}

const enrolmentsOf = new WeakMap<ReadonlyMap<string, SchoolClass>, Map<string, string[]>>();

/** The classes of each student, made once for a state of the classes. */
export function enrolments(classes: ReadonlyMap<string, SchoolClass>): ReadonlyMap<string, readonly string[]> {
  const known = enrolmentsOf.get(classes);
  if (known) return known;
  const made = new Map<string, string[]>();
  for (const { id, studentIds } of classes.values())
    for (const studentId of studentIds) {
      const list = made.get(studentId);
      if (list) list.push(id);
      else made.set(studentId, [id]);
    }
  enrolmentsOf.set(classes, made);
  return made;
}

/** Whether a table names a class in its title, as tables beside it do, that the gradebook has not. */
function namesNewClass(read: Understanding, { classes }: Pick<World, "classes">): boolean {
  const titled = classOfTitles(read.table, read.shape.headingRow);
  if (!titled || classInPile(read.pile, titled) === undefined) return false;
  const spoken = nameKey(titled);
  const words = new Set(spoken.split(" "));
  const isSpokenOf = (label: string) =>
    nameKey(label)
      .split(" ")
      .filter(Boolean)
      .every((word) => words.has(word));
  return ![...classes.values()].some((one) => {
    const label = classLabel(one);
    return isSpokenOf(label) || isSameClass(label, titled) || spoken === nameKey(label) || spoken === nameKey(one.name);
  });
}

/** The class whose whole label stands in the name of the table or in the lines above its headings; none where several do. */
export function namedClass(read: Understanding, world: Pick<World, "classes">): string | undefined {
  const all = [...world.classes.values()];
  const titled = classOfTitles(read.table, read.shape.headingRow);
  const byKey = titled ? all.filter((one) => isSameClass(classLabel(one), titled)) : [];
  if (byKey.length === 1) return byKey[0]?.id;
  if (namesNewClass(read, world)) return undefined;
  const titles = read.table.rows.slice(0, read.shape.lastHeaderRow).flat();
  const [file = "", sheet = ""] = [read.table.fileName, read.table.name.slice(read.table.fileName.length)];
  const texts = [fileStem(file), sheet, ...titles];
  const spoken = new Set(nameKey(texts.join(" ").replace(/[_.-]/g, " ")).split(" "));
  const isSpoken = (label: string) => {
    const words = nameKey(label).split(" ").filter(Boolean);
    return words.length > 0 && words.every((word) => spoken.has(word));
  };
  const whole = all.filter((one) => isSpoken(classLabel(one)));
  const longest = Math.max(0, ...whole.map((one) => nameKey(classLabel(one)).length));
  const best = whole.filter((one) => nameKey(classLabel(one)).length === longest);
  if (best.length > 0) return best.length === 1 ? best[0]?.id : undefined;
  const byName = all.filter(({ name }) => nameKey(name).length >= SHORTEST_NAME && isSpoken(name));
  return byName.length === 1 ? byName[0]?.id : undefined;
}
/** A class that is called "8" or "A" is not named by any such word in a file's name. */
const SHORTEST_NAME = 3;
