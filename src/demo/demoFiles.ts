import { fullName, type Student } from "@/core/model/student";
import type { WorldRecords } from "@/core/model/world";

export type Cell = string | number;
/** A file to bring in: rows of cells, and how they are written down. */
export interface DemoFile {
  readonly name: string;
  readonly shape: "comma" | "semicolon" | "tab" | "workbook";
  readonly rows: readonly (readonly Cell[])[];
}

/** Files as a gradebook exports them, each class in another shape, with the roster and the contacts. */
export function demoFiles(school: WorldRecords): DemoFile[] {
  const classes = school.classes.map((schoolClass) =>
    schoolClass.studentIds.flatMap((id) => school.students.find((student) => student.id === id) ?? []),
  );
  const [first = [], second = [], third = [], fourth = [], fifth = []] = classes;
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
        ...school.classes.flatMap((schoolClass, place) =>
          (classes[place] ?? []).map((one) => [
            one.studentNumber,
            one.givenName,
            one.familyName,
            `${schoolClass.name}, ${schoolClass.block}`,
          ]),
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
  ];
}

/** Rows of text, with cells quoted where they need it (RFC 4180). */
export function delimitedText({ shape, rows }: DemoFile): string {
  const delimiter = { comma: ",", semicolon: ";", tab: "\t", workbook: "," }[shape];
  const quoted = (cell: Cell) =>
    /[",;\t\n]/.test(String(cell)) ? `"${String(cell).replaceAll('"', '""')}"` : String(cell);
  return rows.map((row) => `${row.map(quoted).join(delimiter)}\r\n`).join("");
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
