import { addDays, type Day } from "@/core/model/day";
import type { GradeScale } from "@/core/model/gradeScale";
import type { Category, SchoolClass } from "@/core/model/schoolClass";
import { PLAIN_SIGNATURE, SETTINGS_ID } from "@/core/model/settings";
import type { Term } from "@/core/model/term";
import type { WorldRecords } from "@/core/model/world";
import { Random } from "@/core/random";
import { demoClassroom } from "./demoClassroom";
import { demoFamilies } from "./demoFamilies";
import { demoMarking } from "./demoMarking";
import { demoSeating } from "./demoSeating";
import { demoWork } from "./demoWork";

export interface SchoolSize {
  /** Distinct students and how they are parted among the classes, the elective last. */
  readonly students: number;
  readonly classes: readonly { name: string; block: string; size: number }[];
  readonly assignmentsPerTerm: number;
}

const SALLOW_BAY: SchoolSize = {
  students: 142,
  classes: [
    { name: "Ocean Science 8", block: "Block 1", size: 28 },
    { name: "Ocean Science 8", block: "Block 2", size: 29 },
    { name: "Earth Systems 9", block: "Block 3", size: 30 },
    { name: "Earth Systems 9", block: "Block 5", size: 29 },
    { name: "Charts and Navigation", block: "Block 6", size: 34 },
  ],
  assignmentsPerTerm: 14,
};

/** A school far beyond one teacher's: to see that nothing slows down. */
export const LARGE_SCHOOL: SchoolSize = {
  students: 2000,
  classes: [
    ...Array.from({ length: 6 }, (_, place) => ({ name: "Ocean Science 8", block: `Block ${place + 1}`, size: 167 })),
    ...Array.from({ length: 6 }, (_, place) => ({ name: "Earth Systems 9", block: `Block ${place + 1}`, size: 167 })),
  ],
  assignmentsPerTerm: 400,
};

const CATEGORIES: readonly Category[] = [
  { id: "field-work", name: "Field work", weight: 20, dropLowest: 0 },
  { id: "labs", name: "Labs", weight: 30, dropLowest: 0 },
  { id: "quizzes", name: "Quizzes", weight: 25, dropLowest: 1 },
  { id: "projects", name: "Projects", weight: 20, dropLowest: 0 },
  { id: "preparation", name: "Preparation", weight: 5, dropLowest: 0 },
];

const SCALE: GradeScale = {
  id: "five-letters",
  name: "A to E",
  bands: [
    { from: 90, label: "A" },
    { from: 80, label: "B" },
    { from: 70, label: "C" },
    { from: 60, label: "D" },
    { from: 0, label: "E" },
  ],
};

/** The whole demo school as it stands on a day: the same day always gives the same school. */
export function demoSchool(today: Day, size: SchoolSize = SALLOW_BAY): WorldRecords {
  const random = new Random(142);
  const terms = demoTerms(today);
  const { students, guardians } = demoFamilies(random, size.students);
  const classes = demoClasses(
    size,
    students.map(({ id }) => id),
  );
  const work = classes.map((schoolClass) =>
    demoWork(random, { schoolClass, terms, today, assignmentsPerTerm: size.assignmentsPerTerm }),
  );
  const marking = demoMarking(classes, students, today);
  return {
    settings: [
      {
        id: SETTINGS_ID,
        teacherName: "Ilse Maronde",
        teacherAddress: "ilse.maronde@sallowbay.example",
        schoolName: "Sallow Bay School",
        senderName: "",
        replyTo: "",
        signature: PLAIN_SIGNATURE,
        takeBackSeconds: 20,
      },
    ],
    terms,
    gradeScales: [SCALE],
    classes,
    students,
    guardians,
    assignments: [...work.flatMap(({ assignments }) => assignments), ...marking.assignments],
    scoreColumns: [...work.flatMap(({ columns }) => columns), ...marking.scoreColumns],
    averageColumns: [],
    pageDesigns: [],
    seatingPlans: demoSeating(classes),
    rubrics: marking.rubrics,
    bankComments: marking.bankComments,
    markings: marking.markings,
    views: marking.views,
    ...demoClassroom(classes, today),
  };
}

/** Autumn is over, Winter is under way, Spring is to come. */
function demoTerms(today: Day): Term[] {
  return [
    { id: "autumn", name: "Autumn term", from: addDays(today, -140), to: addDays(today, -50) },
    { id: "winter", name: "Winter term", from: addDays(today, -49), to: addDays(today, 40) },
    { id: "spring", name: "Spring term", from: addDays(today, 41), to: addDays(today, 130) },
  ];
}

/** Students fill the classes in order; the last class takes the rest and some who are in another class as well. */
function demoClasses(size: SchoolSize, studentIds: readonly string[]): SchoolClass[] {
  let next = 0;
  return size.classes.map(({ name, block, size: seats }, place) => {
    const own = studentIds.slice(next, next + seats);
    next += own.length;
    // Every third student of the first classes also takes the elective.
    const shared = Array.from({ length: seats - own.length }, (_, seat) => studentIds[seat * 3] ?? "").filter(Boolean);
    const byPoints = name === "Charts and Navigation";
    return {
      id: `class-${place + 1}`,
      name,
      block,
      studentIds: [...own, ...shared],
      categories: CATEGORIES.map((category) => (byPoints ? { ...category, dropLowest: 0 } : category)),
      method: byPoints ? "points" : "weighted",
      missingRule: { kind: "zero" },
      lateDeduction: 0,
      blankAfterDueIsMissing: false,
      decimals: byPoints ? 1 : 0,
      gradeScaleId: SCALE.id,
      year: "mean of terms",
      averageSource: "computed",
      termWeights: {},
    };
  });
}
