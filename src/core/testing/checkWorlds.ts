import { field, paragraph } from "../letter/letterParts";
import { averageColumnId, OVERALL } from "../model/averageColumn";
import { addDays, instantOf } from "../model/day";
import type { Note } from "../model/note";
import type { PastScores } from "../model/pastScores";
import type { SchoolClass } from "../model/schoolClass";
import type { Student } from "../model/student";
import type { WorldRecords } from "../model/world";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleClass, sampleGuardian, sampleStudent, sampleWorld } from "./sampleClass";

/** Everything that a check looks at; a fault is planted in a fresh copy. */
export interface CheckScene {
  records: WorldRecords;
  note: Note;
  past: PastScores[];
  now: number;
}

/** What only schools of their own show: planted there, and not in a class alone. */
export const FOUND_IN_WORLDS = [
  ...([
    "missing-not-known",
    "gone-source",
    "maybe-foreign-name",
    "greeting-typed",
    "figure-typed",
    "other-term",
  ] as const),
  ...([
    "says-nothing-missing",
    "shared-mailbox",
    "score-too-high",
    "same-title",
    "twice-in-class",
    "in-two-blocks",
  ] as const),
];

export const CHECK_DAY = "2026-11-24";

/** Names that are words, months and places among names that are none; the first two are brother and sister. */
const PEOPLE = [
  ["Ana", "Wójcik"],
  ["Bo", "Wójcik"],
  ["Dmitri", "Voss"],
  ["Célestin", "Ode"],
  ["May", "Grace"],
  ["Mark", "Hope"],
  ["Rose", "Hallam"],
  ["Will", "Amber"],
  ["Florence", "Hill"],
  ["Jan", "Kowal"],
  ["Salma", "Idrissi"],
  ["Zoë", "Tanaka"],
] as const;
/** What tells the names of one class from those of the next. */
const ENDINGS = ["", "ek", "ell", "ard", "ing"];
const TITLES = ["Salinity lab", "Wave tank lab", "Tide table"];

type Family = { readonly students: Student[]; readonly guardians: ReturnType<typeof sampleGuardian>[] };

function families(): Family {
  const students = PEOPLE.map(([givenName, familyName], place) =>
    sampleStudent({
      id: givenName,
      studentNumber: String(100 + place),
      givenName,
      familyName,
      guardians: [{ guardianId: `g-${familyName}`, relation: "mother" }],
    }),
  );
  const guardians = [...new Set(PEOPLE.map(([, familyName]) => familyName))].map((familyName, place) =>
    sampleGuardian({
      id: `g-${familyName}`,
      givenName:
        ["Ewa", "Irina", "Louise", "Sun", "Ruth", "Olive", "Amy", "Tess", "Ola", "Nadia", "Yuki"][place] ?? "Ida",
      familyName,
      addresses: [`home${place}@harbourmail.example`],
    }),
  );
  return { students, guardians };
}

/** Scores between 11 and 20; Dmitri and Salma miss the last lab. */
function work(classId: string, students: readonly Student[]) {
  return TITLES.map((title, order) => ({
    assignment: sampleAssignment({
      id: `${classId} ${title}`,
      classId,
      title,
      order,
      dueDate: addDays(CHECK_DAY, -9 + order),
    }),
    scores: Object.fromEntries(
      students.map(({ id }, place) => [
        id,
        order === 2 && ["Dmitri", "Salma"].includes(id.replace(/\d$/, ""))
          ? ({ status: "missing" } as const)
          : ({ status: "scored", points: 11 + ((place * 5 + order * 3) % 9) } as const),
      ]),
    ),
  }));
}

function sceneOf(
  records: WorldRecords,
  words: readonly ReturnType<typeof paragraph>[],
  part: Partial<Note> = {},
): CheckScene {
  const note: Note = {
    ...startNote("empty", { id: "note", now: instantOf(CHECK_DAY, 12), period: "winter" }),
    subject: { type: "doc", content: [paragraph("How things stand") as never] },
    body: {
      type: "doc",
      content: [paragraph("Dear ", field("recipient.name"), ","), ...words, { type: "signature" }],
    } as Note["body"],
    audience: { guardians: "all", students: false },
    ...part,
  };
  return {
    records,
    note,
    past: [{ at: instantOf(addDays(CHECK_DAY, -1), 9), columns: {}, averages: {} }],
    now: instantOf(CHECK_DAY, 12),
  };
}

const STANDS = paragraph(field("student.firstName"), " stands at ", field("overall"), ".");

/** Five schools as different as schools are, each with a note in which nothing is wrong. */
export const CHECK_WORLDS: Readonly<Record<string, () => CheckScene>> = {
  "one class without scores": () =>
    sceneOf(sampleWorld(families()), [
      paragraph("On Friday we walk to the harbour with ", field("student.firstName"), "."),
    ]),
  "averages alone": () => {
    const { students, guardians } = families();
    const percents = Object.fromEntries(students.map(({ id }, place) => [id, 58 + place * 3]));
    const records = sampleWorld({ students, guardians, schoolClass: { averageSource: "imported" } });
    const place = { classId: "class", period: "winter", categoryId: OVERALL };
    return sceneOf(
      {
        ...records,
        averageColumns: [{ id: averageColumnId("class", "winter", OVERALL), ...place, percents }],
      },
      [STANDS],
    );
  },
  "five classes": () => {
    const base = families();
    const classes: SchoolClass[] = [];
    const students: Student[] = [...base.students];
    const all = sampleWorld({
      students: base.students,
      guardians: [...base.guardians],
      work: work("class", base.students),
    });
    for (const place of [1, 2, 3, 4]) {
      const others = base.students.map((one) => ({
        ...one,
        id: `${one.id}${place}`,
        studentNumber: `${place}${one.studentNumber}`,
        givenName: `${one.givenName}${ENDINGS[place]}`,
        familyName: `${one.familyName}${ENDINGS[place]}`,
        guardians: [{ guardianId: `g${place}-${one.familyName}`, relation: "father" }],
      }));
      students.push(...others);
      const id = `c${place}`;
      classes.push(sampleClass({ id, name: `Ocean Science ${place + 4}`, studentIds: others.map((one) => one.id) }));
      for (const { assignment, scores } of work(id, others)) {
        all.assignments.push(assignment);
        all.scoreColumns.push({ assignmentId: assignment.id, classId: id, scores });
      }
      for (const [at, guardian] of base.guardians.entries())
        all.guardians.push({
          ...guardian,
          id: `g${place}-${guardian.familyName}`,
          givenName: `${guardian.givenName}${ENDINGS[place]}`,
          familyName: `${guardian.familyName}${ENDINGS[place]}`,
          addresses: [`p${place}x${at}@tidepost.example`],
        });
    }
    return sceneOf({ ...all, classes: [...all.classes, ...classes], students }, [STANDS]);
  },
  "families with half-brothers": () => {
    const { students, guardians } = families();
    // Ana's father is not Bo's: he hears of Ana alone.
    const withFather = students.map((one) =>
      one.id === "Ana"
        ? { ...one, guardians: [...one.guardians, { guardianId: "g-father", relation: "father" }] }
        : one,
    );
    const father = sampleGuardian({
      id: "g-father",
      givenName: "Piotr",
      familyName: "Lis",
      addresses: ["piotr@tidepost.example"],
    });
    const records = sampleWorld({
      students: withFather,
      guardians: [...guardians, father],
      work: work("class", students),
    });
    return sceneOf(records, [STANDS], { perFamily: true });
  },
  "two languages": () => {
    const { students, guardians } = families();
    const spoken = guardians.map((one) => ({
      ...one,
      language: ["Wójcik", "Voss", "Kowal"].includes(one.familyName) ? "pl" : "en",
    }));
    const scene = sceneOf(sampleWorld({ students, guardians: spoken, work: work("class", students) }), [STANDS]);
    scene.note.variants = [
      {
        language: "pl",
        subject: { type: "doc", content: [paragraph("Oceny") as never] },
        body: {
          type: "doc",
          content: [paragraph("Dzień dobry,"), paragraph(field("student.firstName"), ": ", field("overall"), ".")],
        } as Note["body"],
      },
    ];
    return scene;
  },
};
