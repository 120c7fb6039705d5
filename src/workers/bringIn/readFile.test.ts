import fc from "fast-check";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { describe, expect, test } from "vitest";
import writeWorkbook from "write-excel-file/node";
import { vcards } from "@/core/formats/vcards";
import { writeOneRoster } from "@/core/formats/writeOneRoster";
import { worldOf } from "@/core/model/world";
import { tableProblemWords } from "@/core/tables/rawTable";
import { bringInWorld, outcomeOf, planOf } from "@/core/testing/bringInWorld";
import { demoSchool } from "@/demo/demoSchool";
import { readFile } from "./readFile";

type Cell = { value: string | number | Date; type?: unknown; format?: string } | null;

async function workbook(
  sheets: { name: string; rows: Cell[][] }[],
  edit: (files: Record<string, string>) => void = () => undefined,
) {
  const buffer = await writeWorkbook(sheets.map(({ name, rows }) => ({ sheet: name, data: rows as never }))).toBuffer();
  const files = Object.fromEntries(
    Object.entries(unzipSync(new Uint8Array(buffer))).map(([name, bytes]) => [name, strFromU8(bytes)]),
  );
  edit(files);
  const bytes = zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
  return new File([bytes as BlobPart], "book.xlsx");
}
const text = (value: string): Cell => ({ value, type: String });
const rowsOf = async (file: File) => {
  const reading = await readFile(file);
  if (!reading.ok) throw new Error(reading.problem.code);
  return reading;
};

describe("a workbook", () => {
  test("with several sheets, dates, percents and numbers that are text", async () => {
    const file = await workbook([
      {
        name: "Labs",
        rows: [
          [text("Earth Systems 9"), null, null],
          [text("ID"), text("Student"), text("Labs average")],
          [text("0041"), text("Ana Wójcik"), { value: 0.8649, type: Number, format: "0%" }],
          [{ value: 42, type: Number }, text("Bo Li"), { value: 1, type: Number, format: "0%" }],
        ],
      },
      {
        name: "Birthdays",
        rows: [
          [text("ID"), text("Birthday")],
          [text("41"), { value: new Date("2012-03-04"), type: Date, format: "dd/mm/yyyy" }],
        ],
      },
    ]);
    const { tables } = await rowsOf(file);
    expect(tables.map(({ name }) => name)).toEqual(["book.xlsx: Labs", "book.xlsx: Birthdays"]);
    const plan = planOf(tables);
    expect(outcomeOf(plan)).toMatchObject({ kind: "averages", averages: { labs: { ana: 86.49, bo: 100 } } });
    expect(plan.after.students.get("ana")?.birthday).toBe("2012-03-04");
  });

  test("with hidden rows, columns and a hidden sheet: they are named and taken on a word alone", async () => {
    const rows = [
      [text("ID"), text("Salinity lab")],
      [text("41"), { value: 5, type: Number }],
      [text("42"), { value: 6, type: Number }],
    ];
    const file = await workbook(
      [
        { name: "Scores", rows },
        { name: "Old & secret", rows },
      ],
      (files) => {
        files["xl/workbook.xml"] = (files["xl/workbook.xml"] ?? "").replace(
          /(<sheet [^>]*name="Old[^>]*?)(\/?>)/,
          '$1 state="hidden"$2',
        );
        const sheet = Object.keys(files).find((name) => /worksheets\/sheet1\.xml$/.test(name)) ?? "";
        files[sheet] = (files[sheet] ?? "").replace(/<row ([^>]*r="3")/, '<row hidden="1" $1');
      },
    );
    const reading = await rowsOf(file);
    expect(reading.hiddenSheets).toEqual(["Old & secret"]);
    expect(reading.tables).toHaveLength(1);
    expect(reading.tables[0]).toMatchObject({ name: "book.xlsx", hiddenRows: 1 });
    expect(reading.tables[0]?.remarks?.join(" ")).toMatch(/1 hidden row of the workbook not taken.*Old & secret/);
    expect(outcomeOf(planOf(reading.tables)).assignments["Salinity lab"]).toEqual({ ana: "5", bo: "missing" });
    const whole = await readFile(file, { withHidden: true });
    if (!whole.ok) throw new Error(whole.problem.code);
    expect(whole.tables.map(({ name }) => name)).toEqual(["book.xlsx: Scores", "book.xlsx: Old & secret"]);
    expect(outcomeOf(planOf(whole.tables)).assignments["Salinity lab"]).toEqual({ ana: "5", bo: "6" });
  });
});

test("files are known by what is in them, whatever their names say", async () => {
  const school = worldOf(demoSchool("2026-11-24"));
  const cards = new File([vcards([...school.students.values()].slice(0, 3), "guardians", school)], "contacts.txt");
  expect((await rowsOf(cards)).tables[0]?.preset?.part).toBe("contact cards of guardians");
  const roster = new File([writeOneRoster(bringInWorld, "2026-11-24") as BlobPart], "export.zip");
  expect((await rowsOf(roster)).tables.map(({ preset }) => preset?.kind)).toEqual([
    "terms",
    "roster",
    "contacts",
    "score list",
  ]);
  expect(await readFile(new File([], "nothing.csv"))).toMatchObject({ ok: false, problem: { code: "empty" } });
  expect(await readFile(new File(["PK\u0003\u0004 not one"], "x.xlsx"))).toMatchObject({
    ok: false,
    problem: { code: "broken workbook" },
  });
});

test("mutated bundles, cards and workbooks never throw, never hang, and are refused in words or planned whole", async () => {
  const good = [
    { name: "x.zip", bytes: writeOneRoster(bringInWorld, "2026-11-24") },
    { name: "x.vcf", bytes: strToU8(vcards([...bringInWorld.students.values()], "both", bringInWorld)) },
    {
      name: "x.xlsx",
      bytes: new Uint8Array(await (await workbook([{ name: "S", rows: [[text("ID")], [text("41")]] }])).arrayBuffer()),
    },
  ];
  const mutated = fc.constantFrom(...good).chain(({ name, bytes }) =>
    fc.record({
      name: fc.constant(name),
      bytes: fc.array(fc.record({ at: fc.nat(bytes.length - 1), to: fc.nat(255) }), { maxLength: 12 }).map((edits) => {
        const copy = bytes.slice();
        for (const { at, to } of edits) copy[at] = to;
        return copy;
      }),
      cut: fc.oneof(fc.constant(0), fc.nat(bytes.length)),
    }),
  );
  await fc.assert(
    fc.asyncProperty(mutated, async ({ name, bytes, cut }) => {
      const reading = await readFile(new File([bytes.subarray(0, bytes.length - cut) as BlobPart], name));
      if (reading.ok) planOf(reading.tables);
      else expect(tableProblemWords(reading.problem)).toContain("Nothing was changed");
    }),
    { numRuns: 150 },
  );
});
