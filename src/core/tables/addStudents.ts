import { applyChange, type Change, setRows } from "../change/change";
import { addressesIn } from "../matching/addressesIn";
import { agreesAsPerson } from "../matching/agreesAsPerson";
import { freshId } from "../matching/freshId";
import { isGoodAddress } from "../matching/isGoodAddress";
import { splitName, withoutBrackets } from "../matching/splitName";
import { classLabel, type SchoolClass } from "../model/schoolClass";
import { READY_MADE_CATEGORY } from "../model/shownCategories";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import { cellReader } from "./cellsOfRow";
import { classKey } from "./classNames";
import { enrolments } from "./classOfTable";
import { isOfGuardian } from "./columnMeaning";
import type { JoinedRow, JoinedTable } from "./joinRows";
import { fullerNumber } from "./knownValues";
import { classInPile, plainNameKey } from "./pile";
import { readDate } from "./readDate";
import { isAboutScores } from "./tableKind";
import type { Understanding } from "./understand";

/** A class as it begins when a table names one that is not there yet. */
function newClass(id: string, label: string, world: Pick<World, "gradeScales">): SchoolClass {
  const [, name = label, block = ""] = /^(.*\S)\s*[,;]\s*(\S.*)$/.exec(label) ?? [];
  return {
    id,
    name,
    block,
    studentIds: [],
    categories: [READY_MADE_CATEGORY],
    method: "points",
    missingRule: { kind: "zero" },
    lateDeduction: 0,
    blankAfterDueIsMissing: false,
    decimals: 0,
    gradeScaleId: [...world.gradeScales.keys()][0] ?? "",
    year: "mean of terms",
    // An average that the school keeps counts until the class says otherwise.
    averageSource: "imported",
    termWeights: {},
  };
}

/**
 * Makes the students and classes that a table brings along, and puts students into the classes that their rows name.
 * Gives the rows with everybody in them known, and the students who were in another class before: whether they moved or are in
 * both is asked. `before` is the gradebook as it was before all tables.
 */
export function addStudents(
  read: Understanding,
  joined: JoinedTable,
  before: World,
  world: World,
): { rows: JoinedRow[]; moving: string[]; change: Change; after: World } {
  const students = new Map<string, Student>();
  const classes = new Map<string, SchoolClass>();
  const addsClasses = read.kind === "roster" || joined.newClass !== undefined || joined.addsEverybody;
  const classByLabel = new Map<string, string>();

  const classFor = (row: JoinedRow): string | undefined => {
    if (row.classId) return row.classId;
    const label = row.unknownClass || (joined.byColumn ? "" : (joined.newClass ?? ""));
    if (!addsClasses || !label) return joined.classId;
    const known = classByLabel.get(classKey(label));
    if (known) return known;
    const name = classInPile(read.pile, label) ?? label;
    const id = freshId(read.idSeed, ["class", name], (one) => world.classes.has(one) || classes.has(one));
    classes.set(id, newClass(id, name, world));
    classByLabel.set(classKey(label), id);
    return id;
  };
  const enrol = (studentId: string, classId: string | undefined) => {
    const schoolClass = classId && (classes.get(classId) ?? world.classes.get(classId));
    if (!schoolClass || schoolClass.studentIds.includes(studentId)) return;
    classes.set(schoolClass.id, { ...schoolClass, studentIds: [...schoolClass.studentIds, studentId] });
    const student = students.get(studentId) ?? world.students.get(studentId);
    if (student?.takenOutOf) students.set(studentId, { ...student, takenOutOf: undefined });
  };
  const leave = (studentId: string, classId: string) => {
    const schoolClass = classes.get(classId) ?? world.classes.get(classId);
    if (schoolClass)
      classes.set(classId, { ...schoolClass, studentIds: schoolClass.studentIds.filter((id) => id !== studentId) });
  };
  const classesBefore = enrolments(before.classes);
  const namedClasses = new Map<string, Set<string>>();
  for (const { studentId, classId } of joined.rows)
    if (studentId && classId) namedClasses.set(studentId, (namedClasses.get(studentId) ?? new Set()).add(classId));
  const moving = new Set<string>();
  /** Puts somebody who is known into the class of a row, unless that may be a move. */
  const enrolKnown = (studentId: string, classId: string | undefined) => {
    if (classId === undefined || world.classes.get(classId)?.studentIds.includes(studentId)) return;
    const others = (classesBefore.get(studentId) ?? []).filter((id) => id !== classId);
    // Somebody whom the table has in the old class as well is in both.
    const isMove =
      read.kind === "roster" && others.length > 0 && !others.some((id) => namedClasses.get(studentId)?.has(id));
    if (isMove && read.choices.moves === undefined) {
      moving.add(studentId);
      return;
    }
    enrol(studentId, classId);
    if (isMove && read.choices.moves === "moved")
      for (const id of leftClasses(others, classId, world)) leave(studentId, id);
  };
  const cellOf = cellReader(read.meanings);
  const hasDates =
    read.kind === "roster" && read.meanings.some(({ role }) => role === "joined on" || role === "left on");
  /** Keeps when somebody came into a class, and left it. */
  const keepDates = (studentId: string, classId: string | undefined, cells: readonly string[]) => {
    const schoolClass = classId === undefined ? undefined : (classes.get(classId) ?? world.classes.get(classId));
    if (!hasDates || !schoolClass?.studentIds.includes(studentId)) return;
    const joinedOn = readDate(cellOf(cells, "joined on"), read.dates.order);
    const leftOn = readDate(cellOf(cells, "left on"), read.dates.order);
    if (!joinedOn && !leftOn) return;
    classes.set(schoolClass.id, {
      ...schoolClass,
      ...(joinedOn && { joinedOn: { ...schoolClass.joinedOn, [studentId]: joinedOn } }),
      ...(leftOn && { leftOn: { ...schoolClass.leftOn, [studentId]: leftOn } }),
    });
  };
  /** Takes the number of somebody who had none, or with the zeros that it lost elsewhere. */
  const keepNumber = (studentId: string, written: string) => {
    const student = students.get(studentId) ?? world.students.get(studentId);
    const studentNumber = student && fullerNumber(student.studentNumber, written);
    if (student && studentNumber !== undefined && studentNumber !== student.studentNumber)
      students.set(studentId, { ...student, studentNumber });
  };
  const isOfFamily = new Set(read.meanings.flatMap(({ role }, column) => (isOfGuardian(role) ? [column] : [])));
  const rowsOf = new Map<string, JoinedRow[]>();
  for (const row of joined.rows)
    rowsOf.set(plainNameKey(row.name), [...(rowsOf.get(plainNameKey(row.name)) ?? []), row]);
  const isOnePerson = ({ name }: JoinedRow) => {
    const key = plainNameKey(name);
    const places = (rowsOf.get(key) ?? []).map(({ classId, unknownClass }) => classId ?? unknownClass);
    if ((read.pile.numbers.get(key)?.size ?? 0) > 1 || read.pile.namesakes.has(key)) return false;
    // Where families stand beside, each guardian may have a row.
    return new Set(places).size === places.length || isOfFamily.size > 0;
  };
  /** The same new person may stand in several rows: once for each class. */
  const added = new Map<string, { studentId: string; name: string }>();

  const rows = joined.rows.map((row): JoinedRow => {
    if (row.state === "joined") {
      const mayEnrol =
        read.kind === "roster" ||
        joined.addsEverybody ||
        (isAboutScores(read.kind) && read.answers[row.key] !== undefined);
      if (mayEnrol && row.studentId) {
        enrolKnown(row.studentId, classFor(row));
        keepDates(row.studentId, classFor(row), read.table.rows[row.row] ?? []);
        if (joined.addsEverybody) {
          keepNumber(row.studentId, row.studentNumber);
          return { ...row, classId: classFor(row) };
        }
      }
      return row;
    }
    if (row.state !== "to add") return row;
    const cells = read.table.rows[row.row] ?? [];
    // Rows that are alike in every cell but those of the guardians are one person: each guardian may have a row.
    // Rows of one name are one person in several classes, unless two numbers, or one class, say that they are two.
    const isOnce = joined.addsEverybody && row.name !== "" && !row.studentNumber && isOnePerson(row);
    const identity =
      row.studentNumber ||
      (isOnce ? plainNameKey(row.name) : "") ||
      JSON.stringify(cells.filter((_cell, column) => !isOfFamily.has(column)));
    const known = added.get(identity);
    // One number beside two names: the second waits until somebody says who is meant.
    if (known && row.name && known.name && !agreesAsPerson(row.name, known.name)) return { ...row, state: "asked" };
    let studentId = known?.studentId;
    if (!studentId) {
      const student = newStudent(row, cells, read, (id) => world.students.has(id) || students.has(id));
      if (!student.givenName) return { ...row, state: "asked" };
      studentId = student.id;
      students.set(studentId, student);
      added.set(identity, { studentId, name: row.name });
    }
    enrol(studentId, classFor(row));
    keepDates(studentId, classFor(row), cells);
    return { ...row, classId: classFor(row), state: "joined", studentId };
  });
  const change: Change = {
    students: setRows<"students">(world.students, students),
    // A class whose students all wait for an answer waits with them.
    classes: setRows<"classes">(
      world.classes,
      // In the order that people look for them, whoever stands first in the table.
      [...classes]
        .filter(([id, { studentIds }]) => world.classes.has(id) || studentIds.length > 0)
        .sort(([, a], [, b]) => (read.table.preset ? 0 : IN_ORDER.compare(classLabel(a), classLabel(b)))),
    ),
  };
  return { rows, moving: [...moving], change, after: applyChange(world, change) };
}

const IN_ORDER = new Intl.Collator("en", { numeric: true });

/** The classes that somebody who moves leaves: the other blocks of the same course, or the only one. */
function leftClasses(others: readonly string[], classId: string, world: World): readonly string[] {
  const nameOf = (id: string) => classKey(world.classes.get(id)?.name ?? "");
  const sameCourse = others.filter((id) => nameOf(id) === nameOf(classId));
  if (sameCourse.length > 0) return sameCourse;
  return others.length === 1 ? others : [];
}

function newStudent(
  row: JoinedRow,
  cells: readonly string[],
  read: Understanding,
  isTaken: (id: string) => boolean,
): Student {
  const cellOf = cellReader(read.meanings);
  const address = addressesIn(row.address).find(isGoodAddress);
  const given = cellOf(cells, "given name");
  const family = cellOf(cells, "family name");
  const { text, preferredName } = withoutBrackets(given);
  const name = given
    ? { givenName: text, familyName: family, ...(preferredName && { preferredName }) }
    : splitName(row.name);
  return {
    id: freshId(read.idSeed, ["student", row.studentNumber || row.name], isTaken),
    studentNumber: row.studentNumber,
    ...name,
    tags: [],
    ...(address && { address }),
    guardians: [],
  };
}
