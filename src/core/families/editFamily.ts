import { type Change, setRows } from "../change/change";
import type { AverageColumn } from "../model/averageColumn";
import type { Checklist } from "../model/checklist";
import type { ExtraColumn, OwnValue } from "../model/extraColumn";
import type { Guardian } from "../model/guardian";
import type { SchoolClass } from "../model/schoolClass";
import type { Score, ScoreColumn } from "../model/score";
import type { Student } from "../model/student";
import type { World } from "../model/world";

/** Takes a student out of all classes, remembering which, so that nobody writes about them and nothing is lost. */
export function takeOut(student: Student, world: World): Change {
  const classes = classesOf(student.id, world);
  return {
    students: setRows<"students">(world.students, [
      [student.id, { ...student, takenOutOf: classes.map(({ id }) => id) }],
    ]),
    classes: setClasses(
      world,
      classes.map((one) => without(one, student.id)),
    ),
  };
}

/** Brings a student back into the classes they were taken out of, as far as these are still there. */
export function bringBack(student: Student, world: World): Change {
  const classes = (student.takenOutOf ?? []).flatMap((id) => world.classes.get(id) ?? []);
  return {
    students: setRows<"students">(world.students, [[student.id, { ...student, takenOutOf: undefined }]]),
    classes: setClasses(
      world,
      classes.map((one) => withStudent(one, student.id)),
    ),
  };
}

/** Puts a student into exactly these classes. */
export function setClassesOf(studentId: string, classIds: readonly string[], world: World): Change {
  const wanted = new Set(classIds);
  const next = [...world.classes.values()].map((one) =>
    wanted.has(one.id) ? withStudent(one, studentId) : without(one, studentId),
  );
  return { classes: setClasses(world, next) };
}

/**
 * Makes one guardian of two: whoever belonged to the second belongs to the first, addresses are joined, and the
 * stricter word about being written to counts.
 */
export function mergeGuardians(kept: Guardian, gone: Guardian, world: World): Change {
  const addresses = [...kept.addresses];
  for (const address of gone.addresses) {
    if (!addresses.some((known) => known.toLowerCase() === address.toLowerCase())) addresses.push(address);
  }
  const strict = [kept, gone].find(({ confirmation }) => confirmation === "declined" || confirmation === "stopped");
  const merged: Guardian = {
    ...kept,
    addresses,
    ...(strict?.said && { said: strict.said }),
    ...((kept.postalAddress ?? gone.postalAddress) && { postalAddress: kept.postalAddress ?? gone.postalAddress }),
    confirmation: strict?.confirmation ?? (kept.confirmation === "not asked" ? gone.confirmation : kept.confirmation),
  };
  const students = [...world.students.values()].flatMap((student): [string, Student][] =>
    student.guardians.some(({ guardianId }) => guardianId === gone.id)
      ? [[student.id, { ...student, guardians: relinked(student.guardians, gone.id, kept.id) }]]
      : [],
  );
  return {
    students: setRows<"students">(world.students, students),
    guardians: {
      ...setRows<"guardians">(world.guardians, [[kept.id, merged]]),
      removed: { [gone.id]: gone },
    },
  };
}

function relinked(links: Student["guardians"], from: string, to: string): Student["guardians"] {
  const seen = new Set<string>();
  return links
    .map((link) => (link.guardianId === from ? { ...link, guardianId: to } : link))
    .filter(({ guardianId }) => !seen.has(guardianId) && seen.add(guardianId));
}

/** Makes one student of two: classes, guardians and scores are joined; where both have a score the kept student's counts. */
export function mergeStudents(kept: Student, gone: Student, world: World): Change {
  const merged: Student = {
    ...kept,
    studentNumber: kept.studentNumber || gone.studentNumber,
    ...((kept.preferredName ?? gone.preferredName) && { preferredName: kept.preferredName ?? gone.preferredName }),
    ...((kept.address ?? gone.address) && { address: kept.address ?? gone.address }),
    ...((kept.photo ?? gone.photo) && { photo: kept.photo ?? gone.photo }),
    ...((kept.birthday ?? gone.birthday) && { birthday: kept.birthday ?? gone.birthday }),
    tags: [...new Set([...kept.tags, ...gone.tags])],
    guardians: relinked([...kept.guardians, ...gone.guardians], "", ""),
  };
  const classes = classesOf(gone.id, world).map((one) => withStudent(without(one, gone.id), kept.id));
  const columns = [...world.scoreColumns.values()].flatMap((column): [string, ScoreColumn][] =>
    column.scores[gone.id]
      ? [[column.assignmentId, { ...column, scores: moved(column.scores, gone.id, kept.id) }]]
      : [],
  );
  const averages = [...world.averageColumns.values()].flatMap((column): [string, AverageColumn][] =>
    column.percents[gone.id] === undefined
      ? []
      : [[column.id, { ...column, percents: moved(column.percents, gone.id, kept.id) }]],
  );
  const checklists = [...world.checklists.values()].flatMap((list): [string, Checklist][] =>
    list.marks[gone.id] ? [[list.id, { ...list, marks: moved(list.marks, gone.id, kept.id) }]] : [],
  );
  const ownColumns = [...world.ownColumns.values()].flatMap((column): [string, ExtraColumn][] =>
    column.values[gone.id] === undefined
      ? []
      : [[column.id, { ...column, values: moved(column.values, gone.id, kept.id) }]],
  );
  return {
    students: {
      ...setRows<"students">(world.students, [[kept.id, merged]]),
      removed: { [gone.id]: gone },
    },
    classes: setClasses(world, classes),
    scoreColumns: setRows<"scoreColumns">(world.scoreColumns, columns),
    averageColumns: setRows<"averageColumns">(world.averageColumns, averages),
    checklists: setRows<"checklists">(world.checklists, checklists),
    ownColumns: setRows<"ownColumns">(world.ownColumns, ownColumns),
  };
}

function moved<Value extends Score | OwnValue>(values: Record<string, Value>, from: string, to: string) {
  const { [from]: value, ...rest } = values;
  return { ...(value !== undefined && { [to]: value }), ...rest } as Record<string, Value>;
}

/** The classes a student is in. */
export function classesOf(studentId: string, world: Pick<World, "classes">): SchoolClass[] {
  return [...world.classes.values()].filter(({ studentIds }) => studentIds.includes(studentId));
}

function without(schoolClass: SchoolClass, studentId: string): SchoolClass {
  return schoolClass.studentIds.includes(studentId)
    ? { ...schoolClass, studentIds: schoolClass.studentIds.filter((id) => id !== studentId) }
    : schoolClass;
}

function withStudent(schoolClass: SchoolClass, studentId: string): SchoolClass {
  return schoolClass.studentIds.includes(studentId)
    ? schoolClass
    : { ...schoolClass, studentIds: [...schoolClass.studentIds, studentId] };
}

function setClasses(world: World, classes: readonly SchoolClass[]) {
  return setRows<"classes">(
    world.classes,
    classes.map((one) => [one.id, one] as const),
  );
}
