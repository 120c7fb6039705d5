import Papa from "papaparse";
import { applyChange } from "@/core/change/change";
import { nameKey } from "@/core/matching/nameKey";
import { studentMatcher } from "@/core/matching/studentMatcher";
import type { Student } from "@/core/model/student";
import { emptyWorldRecords, type World, worldOf } from "@/core/model/world";
import { planBringIn } from "@/core/tables/planBringIn";
import type { RawTable } from "@/core/tables/rawTable";
import { readDelimited } from "@/core/tables/readDelimited";
import { NO_CHOICES } from "@/core/tables/tableChoices";
import { demoSchool, LARGE_SCHOOL } from "@/demo/demoSchool";
import { type Comparison, compare, IS_QUICK, sized } from "./measure";

const TABLE_BYTES = sized({ full: 20_000_000, quick: 200_000 });
const STUDENTS = sized({ full: 2_000, quick: 100 });
const ASSIGNMENTS = 50;
const TODAY = "2026-11-24";

/** Reading a large table, matching many names, and working many scores into the gradebook. */
export async function tablesBench(): Promise<Comparison[]> {
  const records = demoSchool(TODAY, IS_QUICK ? undefined : LARGE_SCHOOL);
  return [
    await reading(),
    await matching(records.students.slice(0, STUDENTS)),
    await applying(records.students),
    await planning(),
  ];
}

function reading(): Promise<Comparison> {
  const row = "40013;Wójcik, Ana;12,5;missing;17;8;20;excused;86 %;Earth Systems 9, Block 3\r\n";
  const bytes = new TextEncoder().encode(
    `ID;Student;A;B;C;D;E;F;G;Class\r\n${row.repeat(Math.ceil(TABLE_BYTES / new TextEncoder().encode(row).length))}`,
  );
  return compare(
    { name: "reading a 20 MB table", peerName: "papaparse alone", goal: 1.5 },
    5,
    () => readDelimited(bytes, "large.csv"),
    () => Papa.parse(new TextDecoder().decode(bytes), { skipEmptyLines: "greedy" }),
  );
}

function matching(students: readonly Student[]): Promise<Comparison> {
  const names = students.map(({ givenName, familyName }) => `${familyName.toUpperCase()}, ${givenName}`);
  return compare(
    { name: "matching 2,000 names", peerName: "a plain dictionary", goal: 3 },
    15,
    () => {
      const match = studentMatcher(students);
      return names.map((name) => match({ studentNumber: "", name }));
    },
    () => {
      const known = new Map(students.map((one) => [nameKey(`${one.givenName} ${one.familyName}`), one.id]));
      return names.map((name) => known.get(nameKey(name)));
    },
  );
}

/** A list of a whole school's year. The bare limit: the same bytes parsed, and each number put where it belongs. */
function planning(): Promise<Comparison> {
  const world = worldOf(demoSchool(TODAY));
  const students = [...world.students.values()];
  const lines = ["Student ID,Student,Assignment,Score,Points possible"];
  for (let work = 0; lines.length < LIST_ROWS; work += 1)
    students.forEach(({ studentNumber, familyName, givenName }, at) => {
      lines.push(`${studentNumber},"${familyName}, ${givenName}",Assignment number ${work} of the year,${at % 20},20`);
    });
  const bytes = new TextEncoder().encode(lines.join("\n"));
  return compare(
    { name: "planning a list of 460,000 rows", peerName: "papaparse, numbers put in place", goal: 20 },
    1,
    () => {
      const reading = readDelimited(bytes, "year.csv");
      if (!reading.ok) throw new Error(reading.problem.code);
      const [table] = reading.tables;
      return table && planBringIn([{ id: "t", table }], NO_CHOICES, [], world, TODAY);
    },
    () => {
      const { data } = Papa.parse<string[]>(new TextDecoder().decode(bytes), { skipEmptyLines: "greedy" });
      const columns = new Map<string, Record<string, number>>();
      for (const [id = "", , title = "", points] of data) {
        const column = columns.get(title) ?? {};
        columns.set(title, column);
        column[id] = Number(points);
      }
      return columns;
    },
  );
}
const LIST_ROWS = sized({ full: 460_000, quick: 2_000 });

/** The bare limit: the same cells turned into numbers and put where they belong, without joining or checking anything. */
function applying(students: readonly Student[]): Promise<Comparison> {
  const some = students.slice(0, STUDENTS);
  const titles = Array.from({ length: ASSIGNMENTS }, (_, place) => `Assignment ${place + 1} (20)`);
  const table: RawTable = {
    name: "scores.csv",
    fileName: "scores.csv",
    hiddenRows: 0,
    rows: [
      ["ID", ...titles],
      ...some.map(({ studentNumber }, at) => [studentNumber, ...titles.map((_, place) => String((at + place) % 21))]),
    ],
  };
  const world: World = worldOf({ ...emptyWorldRecords(), students: [...some], classes: [classOf(some)] });
  return compare(
    { name: "applying 100,000 scores", peerName: "bare numbers put in place", goal: 20 },
    5,
    () => {
      const { change } = planBringIn([{ id: "t", table }], NO_CHOICES, [], world, TODAY);
      return applyChange(world, change);
    },
    () => {
      const columns = titles.map(() => ({}) as Record<string, { status: string; points: number }>);
      for (const [id = "", ...cells] of table.rows.slice(1)) {
        cells.forEach((cell, place) => {
          const column = columns[place];
          if (column) column[id] = { status: "scored", points: Number(cell) };
        });
      }
      return columns;
    },
  );
}

function classOf(students: readonly Student[]) {
  const [schoolClass] = demoSchool(TODAY).classes;
  if (!schoolClass) throw new Error("The demo school has no class.");
  return { ...schoolClass, studentIds: students.map(({ id }) => id) };
}
