import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyChange, isEmptyChange, reverseChange } from "../change/change";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { guessShape } from "./columnRoles";
import { readDelimited } from "./readDelimited";
import { readScoreCell } from "./scoreCell";
import { planScoreImport, type ScoreImportChoices } from "./scoreImport";
import { startScoreImport } from "./startScoreImport";

const students = [
  sampleStudent({ id: "ana", studentNumber: "41", givenName: "Ana", familyName: "Wójcik" }),
  sampleStudent({ id: "bo", studentNumber: "42", givenName: "Bo", familyName: "Li" }),
  sampleStudent({ id: "cy", studentNumber: "43", givenName: "Cy", familyName: "Quill" }),
];
const work = [
  {
    assignment: sampleAssignment({ id: "lab" }),
    scores: { ana: { status: "scored" as const, points: 12 }, bo: { status: "missing" as const } },
  },
];
const world = worldOf(sampleWorld({ students, work }));

function read(csv: string) {
  const reading = readDelimited(new TextEncoder().encode(csv), "scores.csv");
  if (!reading.ok) throw new Error(reading.problem.code);
  return reading.tables[0] ?? { name: "", rows: [] };
}
function plan(csv: string, part: Partial<ScoreImportChoices> = {}) {
  const table = read(csv);
  let ids = 0;
  const choices = startScoreImport(table, { termId: "winter", newId: () => `new-${++ids}` }, world);
  return planScoreImport(table, { ...choices, ...part }, world);
}

describe("a table of scores", () => {
  test("is joined on identity, whatever the order of its rows", () => {
    const { change, columns, notInTable } = plan("ID;Salinity lab\n43;9,5\n42;15\n");
    expect(change.scoreColumns?.updated.lab?.[1].scores).toEqual({
      ana: { status: "scored", points: 12 },
      bo: { status: "scored", points: 15 },
      cy: { status: "scored", points: 9.5 },
    });
    expect(columns[0]?.changes.map(({ studentId, from }) => [studentId, from?.status])).toEqual([
      ["cy", undefined],
      ["bo", "missing"],
    ]);
    expect(notInTable).toEqual(["ana"]);
  });

  test("makes a new piece of work for a title that is not there yet, with the points of its heading", () => {
    const { change } = plan("Student,Density lab (24)\nLi Bo,20\n");
    expect(change.assignments?.added["new-1"]).toMatchObject({
      title: "Density lab",
      pointsPossible: 24,
      termId: "winter",
      classId: "class",
      order: 2,
    });
    expect(change.scoreColumns?.added["new-1"]?.scores).toEqual({ bo: { status: "scored", points: 20 } });
  });

  test("blank cells leave a score as it is; the same file twice changes nothing", () => {
    const csv = "ID,Salinity lab\n41,12\n42,\n43,7\n";
    const first = plan(csv);
    expect(first.columns[0]).toMatchObject({ unchanged: 1 });
    expect(Object.keys(first.change.scoreColumns?.updated.lab?.[1].scores ?? {})).toEqual(["ana", "bo", "cy"]);
    const after = applyChange(world, first.change);
    const table = read(csv);
    const again = planScoreImport(table, startScoreImport(table, { termId: "winter", newId: () => "x" }, after), after);
    expect(isEmptyChange(again.change)).toBe(true);
  });

  test("rows in doubt change nothing until somebody answers", () => {
    const csv = "Name,Salinity lab\nBo Lee-Quill,3\nAna Wojcki,4\n";
    expect(isEmptyChange(plan(csv).change)).toBe(true);
    const { change } = plan(csv, { answers: { "2": "ana" } });
    expect(change.scoreColumns?.updated.lab?.[1].scores.ana).toEqual({ status: "scored", points: 4 });
  });

  test("a student with two rows gets neither", () => {
    const doubled = plan("ID,Salinity lab\n41,3\n41,4\n42,5\n");
    expect(doubled.doubled).toEqual(["ana"]);
    expect(doubled.change.scoreColumns?.updated.lab?.[1].scores.ana?.points).toBe(12);
  });

  test("two columns for one piece of work are not both used", () => {
    expect(plan("ID,Salinity lab,salinity LAB\n41,3,4\n").clashing).toEqual([2]);
  });

  test("marks without a meaning are asked, points below 0 refused, points above what is possible shown", () => {
    const csv = "ID,Salinity lab\n41,abs\n42,-3\n43,31\n";
    const asked = plan(csv, {
      roles: ["student number", "scores"],
      targets: { "1": { kind: "existing", assignmentId: "lab" } },
    });
    expect(asked.openMarks).toEqual([{ mark: "abs", count: 1 }]);
    expect(asked.refusedCells).toEqual([{ row: 2, column: 1, cause: "negative", text: "-3" }]);
    expect(asked.columns[0]?.above.map(({ studentId }) => studentId)).toEqual(["cy"]);
    const answered = plan(csv, {
      roles: ["student number", "scores"],
      targets: { "1": { kind: "existing", assignmentId: "lab" } },
      marks: { abs: "excused" },
    });
    expect(answered.openMarks).toEqual([]);
    expect(answered.change.scoreColumns?.updated.lab?.[1].scores.ana).toEqual({ status: "excused", points: undefined });
  });

  test("title lines above the header, columns of averages and first and last names are understood", () => {
    const table = read(
      "Sallow Bay School\n\nFamily name\tGiven name\tSalinity lab\tOverall average\nLi\tBo\t17/20\t85 %\n",
    );
    expect(guessShape(table)).toMatchObject({
      headerRow: 1,
      roles: ["family name", "given name", "scores", "not used"],
    });
    expect(
      plan("Family name,Given name,Salinity lab\nLi,Bo,17/20\n").change.scoreColumns?.updated.lab?.[1].scores.bo,
    ).toEqual({ status: "scored", points: 17 });
  });

  test("applied and taken back leaves the gradebook as it was, for any scores in any order", () => {
    const row = fc.record({
      id: fc.constantFrom("41", "42", "43"),
      cell: fc.oneof(
        fc.integer({ min: 0, max: 400 }).map((n) => String(n / 10)),
        fc.constantFrom("", "missing", "excused", "late", "12 late", "?"),
      ),
    });
    fc.assert(
      fc.property(fc.uniqueArray(row, { selector: ({ id }) => id }), (rows) => {
        const csv = [
          "ID,Salinity lab,New piece",
          ...rows.map(({ id, cell }) => `${id},${cell},${cell}`),
          "43x,1,1",
        ].join("\n");
        const { change } = plan(csv, {
          roles: ["student number", "scores", "scores"],
          targets: {
            "1": { kind: "existing", assignmentId: "lab" },
            "2": { kind: "new", assignment: { id: "n", title: "N", categoryId: "labs", pointsPossible: 10 } },
          },
        });
        const after = applyChange(world, change);
        const back = applyChange(after, reverseChange(change));
        expect(back.scoreColumns).toEqual(world.scoreColumns);
        expect(back.assignments).toEqual(world.assignments);
        for (const { id, cell } of rows) {
          const student = students.find(({ studentNumber }) => studentNumber === id)?.id ?? "";
          const score = after.scoreColumns.get("lab")?.scores[student];
          if (/^[\d.]+$/.test(cell)) expect(score?.points).toBe(Number(cell));
          else if (cell === "" || cell === "?") expect(score).toEqual(world.scoreColumns.get("lab")?.scores[student]);
        }
      }),
    );
  });
});

describe("a file", () => {
  const bytes = (...parts: (number[] | string)[]) =>
    new Uint8Array(parts.flatMap((part) => (typeof part === "string" ? [...new TextEncoder().encode(part)] : part)));
  test.each([
    ["UTF-8 with a byte order mark", bytes([0xef, 0xbb, 0xbf], "Name,Lab\nWójcik,1\n")],
    [
      "UTF-16",
      new Uint8Array([
        0xff,
        0xfe,
        ...new Uint8Array(new Uint16Array([..."Name,Lab\nWójcik,1\n"].map((c) => c.charCodeAt(0))).buffer),
      ]),
    ],
    ["Windows-1252", bytes("Name,Lab\nW", [0xf3], "jcik,1\n")],
  ])("in %s is read", (_words, content) => {
    const reading = readDelimited(content, "x.csv");
    expect(reading.ok && reading.tables[0]?.rows).toEqual([
      ["Name", "Lab"],
      ["Wójcik", "1"],
    ]);
  });

  test("with a quote that is never closed, or no table in it, is refused with its place", () => {
    expect(readDelimited(bytes('Name,Lab\n"Li,1\n'), "x.csv")).toMatchObject({
      ok: false,
      problem: { code: "broken quotes" },
    });
    expect(readDelimited(bytes("\n\n"), "x.csv")).toMatchObject({ ok: false, problem: { code: "empty" } });
    expect(readDelimited(bytes("PNG\0\0"), "x.csv")).toMatchObject({ ok: false, problem: { code: "not a table" } });
    const picture = new Uint8Array([0x89, 0x50, 0, 0, 1]);
    expect(readDelimited(picture, "x.csv")).toMatchObject({ ok: false, problem: { code: "not a table" } });
  });

  test("quoted line breaks and cells that look like formulas are text", () => {
    const reading = readDelimited(bytes('Name,Lab\n"Li,\nBo",=1+1\n'), "x.csv");
    expect(reading.ok && reading.tables[0]?.rows[1]).toEqual(["Li,\nBo", "=1+1"]);
    expect(readScoreCell("=1+1", {})).toEqual({ kind: "mark", mark: "=1+1" });
  });
});
