import type { Assignment } from "../model/assignment";
import type { Guardian } from "../model/guardian";
import type { SchoolClass } from "../model/schoolClass";
import type { Score } from "../model/score";
import { PLAIN_SIGNATURE } from "../model/settings";
import type { Student } from "../model/student";
import { emptyWorldRecords, type WorldRecords } from "../model/world";

/** Small records for tests: each takes only what matters to the test. */

/** A class of one student, by points, with the plainest rules. */
export function sampleClass(part: Partial<SchoolClass> = {}): SchoolClass {
  return {
    id: "class",
    name: "Earth Systems 9",
    block: "",
    studentIds: ["student"],
    categories: [
      { id: "labs", name: "Labs", weight: 60, dropLowest: 0 },
      { id: "quizzes", name: "Quizzes", weight: 40, dropLowest: 0 },
    ],
    method: "points",
    missingRule: { kind: "zero" },
    lateDeduction: 0,
    blankAfterDueIsMissing: false,
    decimals: 0,
    gradeScaleId: "scale",
    year: "mean of terms",
    averageSource: "computed",
    termWeights: {},
    ...part,
  };
}

/** A lab of 20 points in the winter term. */
export function sampleAssignment(part: Partial<Assignment> = {}): Assignment {
  return {
    id: "assignment",
    classId: "class",
    termId: "winter",
    categoryId: "labs",
    title: "Salinity lab",
    dueDate: "2026-11-10",
    pointsPossible: 20,
    extraCredit: false,
    order: 1,
    ...part,
  };
}

/** One student without a family. */
export function sampleStudent(part: Partial<Student> = {}): Student {
  return {
    id: "student",
    studentNumber: "40013",
    givenName: "Ana",
    familyName: "Wójcik",
    tags: [],
    guardians: [],
    ...part,
  };
}

/** A guardian who can be written to. */
export function sampleGuardian(part: Partial<Guardian> = {}): Guardian {
  return {
    id: "guardian",
    givenName: "Ewa",
    familyName: "Wójcik",
    addresses: ["ewa@harbourmail.example"],
    language: "en",
    householdId: "household",
    confirmation: "not asked",
    frequency: "each letter",
    ...part,
  };
}

/** A world of one class: each assignment with its scores by student. */
export function sampleWorld(
  part: {
    schoolClass?: Partial<SchoolClass>;
    students?: Student[];
    guardians?: Guardian[];
    work?: { assignment: Assignment; scores: Record<string, Score> }[];
  } = {},
): WorldRecords {
  const students = part.students ?? [sampleStudent({ guardians: [{ guardianId: "guardian", relation: "parent" }] })];
  return {
    ...emptyWorldRecords(),
    settings: [
      {
        id: "settings",
        teacherName: "Ilse Maronde",
        teacherAddress: "ilse@sallowbay.example",
        schoolName: "Sallow Bay School",
        senderName: "",
        replyTo: "",
        signature: PLAIN_SIGNATURE,
        takeBackSeconds: 20,
      },
    ],
    terms: [
      { id: "autumn", name: "Autumn term", from: "2026-08-01", to: "2026-10-05" },
      { id: "winter", name: "Winter term", from: "2026-10-06", to: "2027-01-10" },
    ],
    gradeScales: [
      {
        id: "scale",
        name: "A to C",
        bands: [
          { from: 80, label: "A" },
          { from: 60, label: "B" },
          { from: 0, label: "C" },
        ],
      },
    ],
    classes: [sampleClass({ studentIds: students.map(({ id }) => id), ...part.schoolClass })],
    students,
    guardians: part.guardians ?? [sampleGuardian()],
    assignments: (part.work ?? []).map(({ assignment }) => assignment),
    scoreColumns: (part.work ?? []).map(({ assignment, scores }) => ({
      assignmentId: assignment.id,
      classId: "class",
      scores,
    })),
  };
}
