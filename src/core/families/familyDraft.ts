import { type Change, setRows } from "../change/change";
import { type ExtraColumn, ownValueText, readOwnValue, withOwnValue } from "../model/extraColumn";
import type { Guardian } from "../model/guardian";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import { classesOf, setClassesOf } from "./editFamily";

/** A guardian with how they belong to the student. */
export interface GuardianDraft {
  readonly guardian: Guardian;
  readonly relation: string;
}

/** A family while it is edited: nothing is changed until it is kept as one. */
export interface FamilyDraft {
  readonly student: Student;
  readonly classIds: readonly string[];
  readonly guardians: readonly GuardianDraft[];
  /** What is typed for extra columns, by the column's id; days as YYYY-MM-DD. */
  readonly own: Readonly<Record<string, string>>;
}

/** A family as it is, ready to be edited. Guardians that are not there any more are left out. */
export function draftOf(student: Student, world: World): FamilyDraft {
  return {
    student,
    classIds: classesOf(student.id, world).map(({ id }) => id),
    guardians: student.guardians.flatMap(({ guardianId, relation }) => {
      const guardian = world.guardians.get(guardianId);
      return guardian ? [{ guardian, relation }] : [];
    }),
    own: Object.fromEntries(
      extraColumnsOfStudent(student, world).map((column) => [column.id, ownValueText(column.values[student.id])]),
    ),
  };
}

/** The extra columns that a student has or may have something in: those of all, and those of the student's classes. */
export function extraColumnsOfStudent(student: Pick<Student, "id">, world: World): ExtraColumn[] {
  const classIds = new Set(classesOf(student.id, world).map(({ id }) => id));
  return [...world.ownColumns.values()]
    .filter(({ classId, values }) => classId === "all" || classIds.has(classId) || values[student.id] !== undefined)
    .sort((a, b) => a.name.localeCompare(b.name, "en") || a.classId.localeCompare(b.classId));
}

/** The extra column whose typed value is none of its kind; none where all can be kept. */
export function wrongOwnValue({ own }: FamilyDraft, world: Pick<World, "ownColumns">): ExtraColumn | undefined {
  return Object.entries(own).flatMap(([id, text]) => {
    const column = world.ownColumns.get(id);
    return column && text.trim() && readOwnValue(text, column.type) === undefined ? [column] : [];
  })[0];
}

/** Somebody new, before anything is typed; the id comes when the draft is kept. */
export function emptyStudent(): Student {
  return { id: "", studentNumber: "", givenName: "", familyName: "", tags: [], guardians: [] };
}

/** A guardian to be filled in, in the household of the family. */
export function newGuardian({ student, guardians }: FamilyDraft, newId: () => string): GuardianDraft {
  const guardian: Guardian = {
    id: newId(),
    givenName: "",
    familyName: student.familyName,
    addresses: [],
    language: guardians[0]?.guardian.language ?? "en",
    householdId: guardians[0]?.guardian.householdId ?? newId(),
    confirmation: "not asked",
    frequency: "each letter",
  };
  return { guardian, relation: "parent" };
}

/** What keeping a draft changes. Guardians who belong to nobody any more go away with it. Somebody new gets an id from `newId`. */
export function draftChange(draft: FamilyDraft, world: World, newId: () => string): Change {
  const { student, classIds, guardians, own } = draft;
  const id = student.id || newId();
  const named = guardians.filter(({ guardian }) =>
    `${guardian.givenName}${guardian.familyName}${guardian.addresses.join("")}`.trim(),
  );
  const kept: Student = {
    ...student,
    id,
    guardians: named.map(({ guardian, relation }) => ({
      guardianId: guardian.id,
      relation: relation.trim() || "guardian",
    })),
  };
  const rows = named.map(({ guardian: { postalAddress = "", ...guardian } }): [string, Guardian] => [
    guardian.id,
    {
      ...guardian,
      addresses: guardian.addresses.map((address) => address.trim()).filter(Boolean),
      ...(postalAddress.trim() && { postalAddress: postalAddress.trim() }),
    },
  ]);
  const staying = new Set(named.map(({ guardian }) => guardian.id));
  const gone = (world.students.get(id)?.guardians ?? []).flatMap(({ guardianId }) => {
    const isShared = [...world.students.values()].some(
      (other) => other.id !== id && other.guardians.some((link) => link.guardianId === guardianId),
    );
    const guardian = world.guardians.get(guardianId);
    return guardian && !staying.has(guardianId) && !isShared ? [[guardianId, guardian] as const] : [];
  });
  const columns = Object.entries(own).flatMap(([columnId, text]): [string, ExtraColumn][] => {
    const column = world.ownColumns.get(columnId);
    if (!column || ownValueText(column.values[id]) === text.trim()) return [];
    return [[columnId, withOwnValue(column, id, readOwnValue(text, column.type))]];
  });
  return {
    students: setRows<"students">(world.students, [[id, kept]]),
    ownColumns: setRows<"ownColumns">(world.ownColumns, columns),
    guardians: { ...setRows<"guardians">(world.guardians, rows), removed: Object.fromEntries(gone) },
    ...setClassesOf(id, classIds, world),
  };
}
