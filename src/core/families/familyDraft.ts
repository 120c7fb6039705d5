import { type Change, setRows } from "../change/change";
import { freshId } from "../matching/freshId";
import type { Guardian } from "../model/guardian";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import { classesOf, setClassesOf } from "./editFamily";

export interface GuardianDraft {
  readonly guardian: Guardian;
  readonly relation: string;
}

/** A family while it is edited: nothing is changed until it is saved as one. */
export interface FamilyDraft {
  readonly student: Student;
  readonly classIds: readonly string[];
  readonly guardians: readonly GuardianDraft[];
}

export function draftOf(student: Student, world: World): FamilyDraft {
  return {
    student,
    classIds: classesOf(student.id, world).map(({ id }) => id),
    guardians: student.guardians.flatMap(({ guardianId, relation }) => {
      const guardian = world.guardians.get(guardianId);
      return guardian ? [{ guardian, relation }] : [];
    }),
  };
}

export function emptyStudent(): Student {
  return { id: "", studentNumber: "", givenName: "", familyName: "", tags: [], guardians: [] };
}

/** A guardian to be filled in, in the household of the family. */
export function newGuardian({ student, guardians }: FamilyDraft): GuardianDraft {
  const guardian: Guardian = {
    id: `guardian-${crypto.randomUUID()}`,
    givenName: "",
    familyName: student.familyName,
    addresses: [],
    language: guardians[0]?.guardian.language ?? "en",
    householdId: guardians[0]?.guardian.householdId ?? `household-${crypto.randomUUID()}`,
    confirmation: "not asked",
    frequency: "each letter",
  };
  return { guardian, relation: "parent" };
}

/** What saving a draft changes. Guardians who belong to nobody any more go away with it. */
export function draftChange(draft: FamilyDraft, world: World): Change {
  const { student, classIds, guardians } = draft;
  const id =
    student.id ||
    freshId(["student", student.studentNumber || `${student.givenName} ${student.familyName}`], (one) =>
      world.students.has(one),
    );
  const named = guardians.filter(({ guardian }) =>
    `${guardian.givenName}${guardian.familyName}${guardian.addresses.join("")}`.trim(),
  );
  const saved: Student = {
    ...student,
    id,
    guardians: named.map(({ guardian, relation }) => ({
      guardianId: guardian.id,
      relation: relation.trim() || "guardian",
    })),
  };
  const rows = named.map(({ guardian }): [string, Guardian] => [
    guardian.id,
    { ...guardian, addresses: guardian.addresses.map((address) => address.trim()).filter(Boolean) },
  ]);
  const kept = new Set(named.map(({ guardian }) => guardian.id));
  const gone = (world.students.get(id)?.guardians ?? []).flatMap(({ guardianId }) => {
    const isShared = [...world.students.values()].some(
      (other) => other.id !== id && other.guardians.some((link) => link.guardianId === guardianId),
    );
    const guardian = world.guardians.get(guardianId);
    return guardian && !kept.has(guardianId) && !isShared ? [[guardianId, guardian] as const] : [];
  });
  return {
    students: setRows<"students">(world.students, [[id, saved]]),
    guardians: { ...setRows<"guardians">(world.guardians, rows), removed: Object.fromEntries(gone) },
    ...setClassesOf(id, classIds, world),
  };
}
