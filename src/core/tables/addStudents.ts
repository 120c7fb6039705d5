import { applyChange, type Change, setRows } from "../change/change";
import { freshId } from "../matching/freshId";
import { splitName } from "../matching/splitName";
import type { SchoolClass } from "../model/schoolClass";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import { cellReader, type JoinedRow, type JoinedTable } from "./joinRows";
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
    categories: [{ id: "work", name: "Work", weight: 1, dropLowest: 0 }],
    method: "points",
    missingRule: { kind: "zero" },
    lateDeduction: 0,
    blankAfterDueIsMissing: false,
    decimals: 0,
    gradeScaleId: [...world.gradeScales.keys()][0] ?? "",
    year: "mean of terms",
    averageSource: "computed",
    termWeights: {},
  };
}

/**
 * Makes the students and classes that a table brings along, and puts students into the classes that their rows name.
 * Gives the rows with everybody in them known.
 */
export function addStudents(
  read: Understanding,
  joined: JoinedTable,
  world: World,
): { rows: JoinedRow[]; change: Change; after: World } {
  const students = new Map<string, Student>();
  const classes = new Map<string, SchoolClass>();
  const addsClasses = read.kind === "roster";
  const classByLabel = new Map<string, string>();

  const classFor = (row: JoinedRow): string | undefined => {
    if (row.classId) return row.classId;
    if (!addsClasses || !row.unknownClass) return isAboutScores(read.kind) ? joined.classId : undefined;
    const known = classByLabel.get(row.unknownClass);
    if (known) return known;
    const id = freshId(read.idSeed, ["class", row.unknownClass], (one) => world.classes.has(one) || classes.has(one));
    classes.set(id, newClass(id, row.unknownClass, world));
    classByLabel.set(row.unknownClass, id);
    return id;
  };
  const enrol = (studentId: string, classId: string | undefined) => {
    const schoolClass = classId && (classes.get(classId) ?? world.classes.get(classId));
    if (!schoolClass || schoolClass.studentIds.includes(studentId)) return;
    classes.set(schoolClass.id, { ...schoolClass, studentIds: [...schoolClass.studentIds, studentId] });
    const student = students.get(studentId) ?? world.students.get(studentId);
    if (student?.takenOutOf) students.set(studentId, { ...student, takenOutOf: undefined });
  };
  /** The same new person may stand in several rows: once for each class. */
  const added = new Map<string, string>();

  const rows = joined.rows.map((row): JoinedRow => {
    if (row.state === "joined") {
      const mayEnrol = read.kind === "roster" || (isAboutScores(read.kind) && read.answers[row.key] !== undefined);
      if (mayEnrol && row.studentId) enrol(row.studentId, classFor(row));
      return row;
    }
    if (row.state !== "to add") return row;
    const cells = read.table.rows[row.row] ?? [];
    const identity = row.studentNumber || `${row.name}|${row.studentNumber}|${row.address}|${row.key}`;
    let studentId = added.get(identity);
    if (!studentId) {
      const student = newStudent(row, cells, read, (id) => world.students.has(id) || students.has(id));
      if (!student.givenName) return { ...row, state: "asked" };
      studentId = student.id;
      students.set(studentId, student);
      added.set(identity, studentId);
    }
    enrol(studentId, classFor(row));
    return { ...row, classId: classFor(row), state: "joined", studentId };
  });
  const change: Change = {
    students: setRows<"students">(world.students, students),
    classes: setRows<"classes">(world.classes, classes),
  };
  return { rows, change, after: applyChange(world, change) };
}

function newStudent(
  row: JoinedRow,
  cells: readonly string[],
  read: Understanding,
  isTaken: (id: string) => boolean,
): Student {
  const cellOf = cellReader(read.meanings);
  const given = cellOf(cells, "given name");
  const family = cellOf(cells, "family name");
  const name = given ? { givenName: given, familyName: family } : splitName(row.name);
  return {
    id: freshId(read.idSeed, ["student", row.studentNumber || row.name], isTaken),
    studentNumber: row.studentNumber,
    ...name,
    tags: [],
    ...(row.address && { address: row.address }),
    guardians: [],
  };
}
