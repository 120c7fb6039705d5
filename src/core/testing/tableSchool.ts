import type { Assignment } from "../model/assignment";
import type { SchoolClass } from "../model/schoolClass";
import type { Student } from "../model/student";
import { type World, worldOf } from "../model/world";
import { Random } from "../random";
import { sampleAssignment, sampleClass, sampleGuardian, sampleStudent, sampleWorld } from "./sampleClass";

/** A score as it truly is: points, or a status word. */
export interface TrueScore {
  readonly points?: number;
  readonly status?: "missing" | "excused";
}

/** A school with everything that its tables may speak of: what is in the gradebook already, and what is true. */
export interface TableSchool {
  /** The gradebook before any table. */
  readonly world: World;
  readonly classes: readonly SchoolClass[];
  readonly studentsOf: (classId: string) => readonly Student[];
  /** Half of the assignments are in the gradebook. */
  readonly workOf: (classId: string) => readonly Assignment[];
  readonly isKnown: (assignment: Assignment) => boolean;
  readonly score: (assignmentId: string, studentId: string) => TrueScore | undefined;
  /** In percent, with one decimal. */
  readonly average: (classId: string, studentId: string, of: string) => number;
  readonly own: (studentId: string, column: string) => string;
}

const GIVEN =
  "Ana Bo Cy Dag Eva Fen Gil Hana Ivo Juno Kai Lía Mats Noor Ola Pía Quin Rosa Søren Tomás Uma Vera Wim Xena Yara Zoë".split(
    " ",
  );
const FAMILY =
  "Abara Brandt Castaño Dietz Ekström Fonseca Grabowska Haddad Ibsen Jóhannsson Kowalczyk Lindqvist Moreau Nguyễn O’Shea Pereira Quist Rey-Duval Szabó Tamm Ünal Varga Wójcik Ximénez Yilmaz Zeller".split(
    " ",
  );
const TITLES =
  "Tides|Currents|Salinity lab|Density lab|Wave tank|Sediment core|Reef poster|Plankton count|Map quiz|Sonar quiz|Field log|Harbour walk".split(
    "|",
  );
const CATEGORIES = ["Labs", "Quizzes", "Field work"];
const PER_CLASS = 14;

/** A school of three classes, always the same for a seed: accents, namesakes in two classes, siblings, students in two classes. */
export function tableSchool(seed: number): TableSchool {
  const random = new Random(seed);
  const students: Student[] = [];
  const names = new Set<string>();
  while (students.length < PER_CLASS * 3) {
    const [givenName, familyName] = [random.pick(GIVEN), random.pick(FAMILY)];
    if (names.has(`${givenName} ${familyName}`)) continue;
    names.add(`${givenName} ${familyName}`);
    const number = String(40_100 + students.length * 7);
    students.push(sampleStudent({ id: `s${students.length}`, studentNumber: number, givenName, familyName }));
  }
  // Namesakes in two classes, whom only numbers and classes tell apart.
  const [first, other] = [students[3], students[PER_CLASS + 4]];
  if (first && other) students[PER_CLASS + 4] = { ...other, givenName: first.givenName, familyName: first.familyName };
  const guardians = students.slice(0, 12).map((student, at) => {
    students[at] = { ...student, guardians: [{ guardianId: `g${at}`, relation: "mother" }] };
    return sampleGuardian({
      id: `g${at}`,
      givenName: `Ma${student.givenName}`,
      familyName: student.familyName,
      addresses: [`home${at}@tidepost.example`],
    });
  });
  const labels = [
    ["Ocean Science 8", "Block 1"],
    ["Ocean Science 8", "Block 2"],
    ["Earth Systems 9", "Block 3"],
  ] as const;
  const classes = labels.map(([name, block], at) =>
    sampleClass({
      id: `c${at}`,
      name,
      block,
      studentIds: students.slice(at * PER_CLASS, (at + 1) * PER_CLASS).map(({ id }) => id),
      categories: CATEGORIES.map((category, place) => ({ id: `k${place}`, name: category, weight: 1, dropLowest: 0 })),
    }),
  );
  const work = classes.flatMap(({ id: classId }) =>
    TITLES.map((title, at) =>
      sampleAssignment({
        id: `${classId}-w${at}`,
        classId,
        title,
        categoryId: `k${at % 3}`,
        pointsPossible: [10, 20, 25, 50][at % 4] ?? 10,
        dueDate: `2026-11-${String(2 + at).padStart(2, "0")}`,
        order: at,
      }),
    ),
  );
  const isKnown = ({ id }: Assignment) => Number(/\d+$/.exec(id)?.[0]) % 2 === 0;
  const scores = new Map<string, TrueScore>();
  for (const { id, classId, pointsPossible } of work) {
    for (const studentId of classes.find((one) => one.id === classId)?.studentIds ?? []) {
      if (random.chance(0.06)) continue;
      const points = random.whole(0, pointsPossible * 2) / 2;
      scores.set(
        `${id}/${studentId}`,
        random.chance(0.08) ? { status: random.pick(["missing", "excused"]) } : { points },
      );
    }
  }
  const records = sampleWorld({ students, guardians });
  const world = worldOf({
    ...records,
    classes,
    terms: [
      { id: "autumn", name: "Autumn term", from: "2026-08-01", to: "2026-10-20" },
      { id: "winter", name: "Winter term", from: "2026-10-21", to: "2027-01-20" },
    ],
    assignments: work.filter(isKnown),
    scoreColumns: [],
    averageColumns: [],
  });
  const hash = (text: string) => [...text].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 9973, seed);
  return {
    world,
    classes,
    studentsOf: (classId) =>
      (world.classes.get(classId)?.studentIds ?? []).flatMap((id) => world.students.get(id) ?? []),
    workOf: (classId) => work.filter((one) => one.classId === classId),
    isKnown,
    score: (assignmentId, studentId) => scores.get(`${assignmentId}/${studentId}`),
    average: (classId, studentId, of) => 45 + (hash(`${classId}${studentId}${of}`) % 550) / 10,
    own: (studentId, column) => {
      const value = hash(studentId + column);
      if (column === "Mile time") return String(6 + (value % 90) / 10);
      if (column === "Photo allowed") return value % 3 === 0 ? "no" : "yes";
      return `${["Quay", "Mill", "Pier", "Lighthouse"][value % 4]} ${column.toLowerCase()}`;
    },
  };
}
