import { vcards } from "@/core/formats/vcards";
import { writeOneRoster } from "@/core/formats/writeOneRoster";
import type { Day } from "@/core/model/day";
import type { SchoolClass } from "@/core/model/schoolClass";
import { fullName, type Student } from "@/core/model/student";
import { type WorldRecords, worldOf } from "@/core/model/world";

export type Cell = string | number;
/** A table to bring in: rows of cells, and how they are written down. */
export interface DemoTable {
  readonly name: string;
  readonly shape: "comma" | "semicolon" | "tab" | "workbook";
  readonly rows: readonly (readonly Cell[])[];
}
/** A file that is no single table. */
export interface DemoBytes {
  readonly name: string;
  readonly bytes: Uint8Array;
}

interface Roll {
  readonly schoolClass: SchoolClass;
  readonly students: readonly Student[];
}

function rolls(school: WorldRecords): Roll[] {
  const byId = new Map(school.students.map((student) => [student.id, student]));
  return school.classes.map((schoolClass) => ({
    schoolClass,
    students: schoolClass.studentIds.flatMap((id) => byId.get(id) ?? []),
  }));
}

/** Files as a gradebook exports them, each class in another shape, with the roster, the contacts and the answers to a form. */
export function demoFiles(school: WorldRecords): DemoTable[] {
  const [first = [], second = [], third = [], fourth = [], fifth = []] = rolls(school).map(({ students }) => students);
  return [
    {
      name: "scores-ocean-science-8-block-1.csv",
      shape: "comma",
      rows: [
        ["Student ID", "Student", "Tide table work (30)"],
        ...first.map((one, place) => [one.studentNumber, backwards(one), pointsOf(place, 30)]),
      ],
    },
    {
      name: "scores-ocean-science-8-block-2.csv",
      shape: "semicolon",
      rows: [
        ["Student", "Tide table work (30)"],
        ...[...second].reverse().map((one, place) => [backwards(one), String(pointsOf(place, 30)).replace(".", ",")]),
      ],
    },
    {
      name: "scores-earth-systems-9-block-3.xlsx",
      shape: "workbook",
      rows: [
        ["Sallow Bay School, Earth Systems 9"],
        ["ID", "Given name", "Family name", "Rock cycle work (40)", "Overall average"],
        ...third.map((one, place) => [
          Number(one.studentNumber),
          one.givenName,
          one.familyName,
          pointsOf(place, 40),
          0.8649,
        ]),
      ],
    },
    {
      name: "scores-earth-systems-9-block-5.tsv",
      shape: "tab",
      rows: [
        ["ID", "Rock cycle work (40)"],
        ...fourth.map((one, place) => [one.studentNumber, place % 8 === 5 ? "abs" : pointsOf(place, 40)]),
      ],
    },
    {
      name: "scores-charts-and-navigation.xlsx",
      shape: "workbook",
      rows: [
        ["Name", "Compass course (25)"],
        ...fifth.map((one, place) => [fullName(one).toUpperCase(), pointsOf(place, 25)]),
      ],
    },
    {
      name: "roster.csv",
      shape: "comma",
      rows: [
        ["Student ID", "Given name", "Family name", "Class"],
        ...rolls(school).flatMap(({ schoolClass, students }) =>
          students.map((one) => [one.studentNumber, one.givenName, one.familyName, labelOf(schoolClass)]),
        ),
      ],
    },
    {
      name: "contacts.xlsx",
      shape: "workbook",
      rows: [
        ["Student ID", "Guardian", "Relation", "Address", "Language"],
        ...school.students.flatMap((student) =>
          student.guardians.flatMap(({ guardianId, relation }) => {
            const guardian = school.guardians.find(({ id }) => id === guardianId);
            return guardian
              ? [[student.studentNumber, fullName(guardian), relation, guardian.addresses[0] ?? "", guardian.language]]
              : [];
          }),
        ),
      ],
    },
    {
      name: "form-answers.csv",
      shape: "comma",
      rows: [
        ["Time stamp", "Child's name", "Guardian name", "Address", "Relation", "How often?"],
        ...first
          .slice(0, 6)
          .map((one, place) => [
            `2026-11-${10 + place} 18:0${place}:00`,
            fullName(one),
            `Robin ${one.familyName}`,
            `robin.${place + 1}@tidepost.example`,
            "aunt",
            place % 2 === 0 ? "every letter" : "weekly",
          ]),
      ],
    },
  ];
}

/**
 * A week's exports as one gradebook gives them: for each class the overall averages and three categories, in other
 * orders of rows, in percents and in fractions, one student missing here and there.
 */
export function weekOfExports(school: WorldRecords, week: number): DemoTable[] {
  return rolls(school).flatMap(({ schoolClass, students }, classPlace) => {
    const slug = labelOf(schoolClass)
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-");
    const averageOf = (place: number, shift: number) => 55 + ((place * 7 + shift * 5 + week * 3) % 45);
    const turned = [...students].reverse();
    return [
      {
        name: `${slug} overall week ${week}.csv`,
        shape: "comma" as const,
        rows: [
          [labelOf(schoolClass)],
          ["Student ID", "Student", "Overall average"],
          ...students.map((one, place) => [one.studentNumber, backwards(one), `${averageOf(place, 0)}.5%`]),
          ["", "Class average", "75%"],
        ],
      },
      {
        name: `${slug} labs week ${week}.csv`,
        shape: "semicolon" as const,
        rows: [["ID", "Labs average"], ...turned.map((one, place) => [one.studentNumber, `${averageOf(place, 1)},25`])],
      },
      {
        name: `${slug} quizzes week ${week}.xlsx`,
        shape: "workbook" as const,
        rows: [
          ["Given name", "Family name", "Student ID", "Quizzes"],
          ...students
            .slice(classPlace % 2)
            .map((one, place) => [one.givenName, one.familyName, Number(one.studentNumber), averageOf(place, 2) / 100]),
        ],
      },
      {
        // Without numbers: namesakes are told apart by their advisory alone.
        name: `${slug} field work week ${week}.tsv`,
        shape: "tab" as const,
        rows: [
          ["Student", "Advisory", "Field work average"],
          ...turned.map((one, place) => [
            backwards(one),
            Number(one.studentNumber) % 4 < 2 ? "Gulls" : "Terns",
            averageOf(place, 3),
          ]),
        ],
      },
    ];
  });
}

/** The same school as other programs hand it over: OneRoster, and the contacts as cards. */
export function demoBundles(school: WorldRecords, today: Day): DemoBytes[] {
  const world = worldOf(school);
  return [
    { name: "sallow-bay-oneroster.zip", bytes: writeOneRoster(world, today) },
    {
      name: "contacts.vcf",
      bytes: new TextEncoder().encode(vcards(school.students.slice(0, 12), "guardians", world)),
    },
  ];
}

/** Rows of text, with cells quoted where they need it (RFC 4180). */
export function delimitedText({ shape, rows }: DemoTable): string {
  const delimiter = { comma: ",", semicolon: ";", tab: "\t", workbook: "," }[shape];
  const quoted = (cell: Cell) =>
    /[",;\t\n]/.test(String(cell)) ? `"${String(cell).replaceAll('"', '""')}"` : String(cell);
  return rows.map((row) => `${row.map(quoted).join(delimiter)}\r\n`).join("");
}

function labelOf({ name, block }: SchoolClass): string {
  return `${name}, ${block}`;
}

function backwards(student: Student): string {
  return `${student.familyName}, ${student.givenName}`;
}

/** Some have not handed it in, some were excused; the others have points in halves. */
function pointsOf(place: number, possible: number): Cell {
  if (place % 11 === 4) return "missing";
  if (place % 17 === 9) return "excused";
  return possible - ((place * 7) % (possible + 1)) / 2;
}
