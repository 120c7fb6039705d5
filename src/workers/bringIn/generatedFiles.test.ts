import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import Papa from "papaparse";
import { expect, test } from "vitest";
import writeWorkbook from "write-excel-file/node";
import { csvText } from "@/core/formats/csvFile";
import { writeOneRoster } from "@/core/formats/writeOneRoster";
import { type World, worldOf } from "@/core/model/world";
import { Random } from "@/core/random";
import { planBringIn } from "@/core/tables/planBringIn";
import { NO_CHOICES } from "@/core/tables/tableChoices";
import type { GeneratedTable } from "@/core/testing/generatedTable";
import { generatedTables } from "@/core/testing/generatedTables";
import { type TableSchool, tableSchool } from "@/core/testing/tableSchool";
import { saysSomething, writtenByPlan } from "@/core/testing/writtenByPlan";
import { readFile } from "./readFile";

const TODAY = "2026-11-24";
const SCHOOLS = [31, 32, 33].map((seed) => ({ seed, school: tableSchool(seed) }));

/** One file as a school's program would write it, with what it truly says. */
interface GeneratedFile {
  readonly name: string;
  readonly file: File;
  readonly truth: ReadonlyMap<string, string>;
  readonly choices?: GeneratedTable["choices"];
}

type Cell = { value: string | number | Date; type: unknown; format?: string } | null;

/** Text as a spreadsheet would have taken it: numbers, percents and days are no text. */
function typed(text: string, random: Random): Cell {
  if (text === "") return null;
  if (/^0\d/.test(text) || !/^\d+(\.\d+)?%?$|^\d{4}-\d\d-\d\d$/.test(text)) return { value: text, type: String };
  if (text.includes("-")) return { value: new Date(`${text}T00:00:00Z`), type: Date, format: "dd/mm/yyyy" };
  if (text.endsWith("%")) return { value: Number(text.slice(0, -1)) / 100, type: Number, format: "0%" };
  return random.chance(0.9) ? { value: Number(text), type: Number } : { value: text, type: String };
}

/**
 * A table as the sheet of a workbook, beside what must not be taken: a hidden sheet of other figures, a hidden row, a hidden
 * column, an error in a cell that should have held a figure.
 */
async function workbookOf(table: GeneratedTable, random: Random): Promise<GeneratedFile> {
  const rows = table.rows.map((row) => row.map((cell) => typed(cell.replace(/^(\d+),(\d+)$/, "$1.$2"), random)));
  const hidesColumn = random.chance(0.5);
  const width = Math.max(...table.rows.map(({ length }) => length));
  const hidden = rows.map((row, at) => [
    ...row,
    ...Array<Cell>(width - row.length).fill(null),
    at === 0 ? { value: "Old value", type: String } : { value: 3, type: Number },
  ]);
  const sheets = [{ sheet: table.fileName.replace(/\.csv$/, ""), data: (hidesColumn ? hidden : rows) as never }];
  const hidesSheet = random.chance(0.3);
  if (hidesSheet)
    sheets.push({
      sheet: "Last year",
      data: rows.map((row, at) =>
        row.map((cell, column) => (at > 0 && column > 1 && cell ? { value: 1, type: Number } : cell)),
      ) as never,
    });
  const written = await writeWorkbook(sheets).toBuffer();
  const files = Object.fromEntries(
    Object.entries(unzipSync(new Uint8Array(written))).map(([name, bytes]) => [name, strFromU8(bytes)]),
  );
  const first = Object.keys(files).find((name) => /worksheets\/sheet1\.xml$/.test(name)) ?? "";
  if (hidesColumn)
    files[first] = (files[first] ?? "").replace(
      "<sheetData",
      `<cols><col min="${width + 1}" max="${width + 1}" width="9" hidden="1"/></cols><sheetData`,
    );
  if (hidesSheet)
    files["xl/workbook.xml"] = (files["xl/workbook.xml"] ?? "").replace(
      /(<sheet [^>]*name="Last year"[^>]*?)(\/?>)/,
      '$1 state="hidden"$2',
    );
  const bytes = zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
  return {
    name: `${table.name} in a workbook${hidesColumn ? ", a hidden column" : ""}${hidesSheet ? ", a hidden sheet" : ""}`,
    file: new File([bytes as BlobPart], table.fileName.replace(/csv$/, "xlsx")),
    truth: table.truth,
    choices: table.choices,
  };
}

/** The gradebook as it would be if everything that is true stood in it. */
function wholeWorld(school: TableSchool): World {
  const work = school.classes.flatMap(({ id }) => school.workOf(id));
  return worldOf({
    ...Object.fromEntries(Object.entries(school.world).map(([name, rows]) => [name, [...rows.values()]])),
    assignments: work,
    scoreColumns: work.map(({ id, classId }) => ({
      assignmentId: id,
      classId,
      scores: Object.fromEntries(
        school.studentsOf(classId).flatMap(({ id: student }) => {
          const score = school.score(id, student);
          return score ? [[student, { status: score.status ?? "scored", ...score }]] : [];
        }),
      ),
    })),
  } as never);
}

type Sheet = Record<string, string>[];

/**
 * The bundle of another program: ids of its own, class codes for periods, flags for statuses, people who left, records to be
 * deleted and references that lead nowhere.
 */
function bundleOf(school: TableSchool, random: Random): GeneratedFile {
  const files = unzipSync(writeOneRoster(wholeWorld(school), TODAY));
  const tables = new Map<string, Sheet>(
    Object.entries(files).map(([name, bytes]) => [
      name,
      Papa.parse<Record<string, string>>(strFromU8(bytes).replace(/^\ufeff/, ""), {
        header: true,
        skipEmptyLines: true,
      }).data,
    ]),
  );
  const edit = (name: string, change: (row: Record<string, string>) => Record<string, string>) =>
    tables.set(name, (tables.get(name) ?? []).map(change));
  const asCode = random.chance(0.5);
  edit("classes.csv", ({ periods = "", ...row }) => (asCode ? { ...row, classCode: periods } : { ...row, periods }));
  const gone = new Set(random.chance(0.5) ? [school.studentsOf("c0")[0]?.id] : []);
  edit("users.csv", (row) => ({ ...row, enabledUser: gone.has(row.sourcedId) ? "false" : "true" }));
  const deleted = new Set<string>();
  const asFlags = random.chance(0.5);
  edit("results.csv", (row) => {
    const key = `${row.lineItemSourcedId}/${row.studentSourcedId}`;
    if (random.chance(0.03)) deleted.add(key);
    const status = row.scoreStatus ?? "";
    const flags = asFlags && {
      scoreStatus: "fully graded",
      missing: String(status === "not submitted"),
      exempt: String(status === "exempt"),
    };
    return { ...row, ...flags, status: deleted.has(key) ? "tobedeleted" : "" };
  });
  tables
    .get("results.csv")
    ?.push({ sourcedId: "x", lineItemSourcedId: "nothing", studentSourcedId: "nobody", score: "9" });
  const truth = school.classes.flatMap(({ id }) =>
    school.workOf(id).flatMap((work) =>
      school.studentsOf(id).flatMap((student): [string, string][] => {
        const score = school.score(work.id, student.id);
        if (!score || gone.has(student.id) || deleted.has(`${work.id}/${student.id}`)) return [];
        return [
          [`score ${id}/${work.title}/${work.pointsPossible}/${student.id}`, score.status ?? String(score.points)],
        ];
      }),
    ),
  );
  const zipped = zipSync(
    Object.fromEntries(
      [...tables].map(([name, rows]) => {
        const heads = [...new Set(rows.flatMap((row) => Object.keys(row)))].filter(
          (head) => !head.startsWith("metadata"),
        );
        return [name, strToU8(csvText([heads, ...rows.map((row) => heads.map((head) => row[head] ?? ""))]))];
      }),
    ),
  );
  const name = `a bundle${asCode ? ", class codes" : ""}${asFlags ? ", flags" : ""}`;
  return { name, file: new File([zipped as BlobPart], "export.zip"), truth: new Map(truth) };
}

/** Contact cards of families as address books write them, each naming its child; some name nobody. */
function cardsOf(school: TableSchool, random: Random): GeneratedFile {
  const students = school.studentsOf(random.pick(school.classes).id);
  const isOld = random.chance(0.5);
  const truth = new Map<string, string>();
  const names = [...school.world.students.values()].map(({ givenName, familyName }) => `${givenName} ${familyName}`);
  const cards = students.map((student, at) => {
    const child = `${student.givenName} ${student.familyName}`;
    const address = `new.${student.id}@harbourmail.example`;
    const isLone = at % 5 === 4;
    if (!isLone && names.filter((one) => one === child).length === 1)
      truth.set(`guardian ${student.id}/Ada ${student.familyName}`, address);
    return [
      "BEGIN:VCARD",
      `VERSION:${isOld ? "3.0" : "4.0"}`,
      `N:${student.familyName};Ada;;;`,
      `FN:Ada ${student.familyName}`,
      isOld ? `item1.EMAIL;type=INTERNET;type=pref:${address}` : `EMAIL;PREF=1:mailto:${address}`,
      ...(isLone ? [] : [isOld ? `RELATED;TYPE=CHILD:${child}` : `RELATED;VALUE=text;TYPE=child:${child}`]),
      `NOTE:Prefers mornings\\, not after 20:00`,
      "END:VCARD",
    ].join("\r\n");
  });
  return { name: `cards ${isOld ? 3 : 4}`, file: new File([cards.join("\r\n")], "families.vcf"), truth };
}

async function planned({ file, choices }: GeneratedFile, world: World) {
  const reading = await readFile(file);
  if (!reading.ok) throw new Error(`${file.name}: ${reading.problem.code}`);
  const tables = reading.tables.map((table, at) => ({ id: `t${at}`, table }));
  return planBringIn(tables, { ...NO_CHOICES, ...choices, idSeed: "seed" }, [], world, TODAY);
}

test("workbooks, bundles and cards of a school: every value taken is the true one, hidden parts stay where they are", {
  timeout: 120_000,
}, async () => {
  const wrong: string[] = [];
  const unsaid: string[] = [];
  const missed: string[] = [];
  let [taken, all] = [0, 0];
  for (const { seed, school } of SCHOOLS) {
    const random = new Random(seed);
    const files = [
      ...(await Promise.all(generatedTables(school, seed, 33).map((table) => workbookOf(table, random)))),
      ...Array.from({ length: 6 }, () => bundleOf(school, random)),
      ...Array.from({ length: 6 }, () => cardsOf(school, random)),
    ];
    for (const one of files) {
      const plan = await planned(one, school.world);
      const found = writtenByPlan(plan, school.world);
      for (const [key, value] of found)
        if (one.truth.get(key) !== value) wrong.push(`${one.name}: ${key} = ${value}, truly ${one.truth.get(key)}`);
      const left = [...one.truth].filter(([key, value]) => found.get(key) !== value);
      if (left.length > 0 && !saysSomething(plan)) unsaid.push(`${one.name}: ${left[0]?.[0]}`);
      taken += one.truth.size - left.length;
      all += one.truth.size;
      if (left.length > one.truth.size / 10) missed.push(`${one.name}: ${left.length} of ${one.truth.size}`);
    }
  }
  expect(wrong.slice(0, 10)).toEqual([]);
  expect(unsaid).toEqual([]);
  expect(taken / all, missed.slice(0, 20).join("\n")).toBeGreaterThan(0.9);
});
