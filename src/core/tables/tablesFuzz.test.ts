import fc from "fast-check";
import { expect, test } from "vitest";
import { applyChange, isEmptyChange, reverseChange } from "../change/change";
import { WORLD_SCHEMAS, WORLD_TABLES } from "../model/world";
import { bringInWorld, planOf } from "../testing/bringInWorld";
import { planBringIn } from "./planBringIn";
import { tableProblemWords } from "./rawTable";
import { readDelimited } from "./readDelimited";
import { NO_CHOICES } from "./tableChoices";

const GOOD = [
  "ID,Name,Salinity lab,Quiz (10)\n0041,Ana Wójcik,12,9\n42,Bo Li,missing,8\n43,Cy O’Dwyer,17.5,\n",
  "Student ID,Given name,Family name,Class,Birthday\n41,Ana,Wójcik,Earth Systems 9,2012-01-02\n88,Mo,Roe,New one,2012-01-03\n",
  "Student,Guardian,Relation,Address,Language\nAna Wójcik,Ewa Wójcik,mother,ewa@x.example,pl\nBo Li,Mei Li,aunt,mei@x.example,en\n",
  "ID,Overall average,Labs average\n41,86%,0.9\n42,70,1.1\n",
  "ID,Assignment,Score,Due date,Category\n41,Lab 9,3,03/04/2026,Labs\n42,Lab 9,4 late,13/04/2026,Labs\n",
];

/** A good file with assignments of it replaced, doubled or cut out. */
const broken = fc.constantFrom(...GOOD).chain((good) =>
  fc
    .array(
      fc.record({
        at: fc.nat(good.length),
        cut: fc.nat(8),
        put: fc.oneof(
          fc.string({ maxLength: 4 }),
          fc.constantFrom(
            '"',
            "\n",
            ";",
            "\t",
            ",",
            "\0",
            "=",
            "-5",
            "1e9",
            "\u202e",
            "%",
            "99999999999",
            "Points possible",
          ),
        ),
      }),
      { maxLength: 6 },
    )
    .map((edits) => edits.reduce((text, { at, cut, put }) => text.slice(0, at) + put + text.slice(at + cut), good)),
);

test("mutated files never throw, never make a record that does not hold, never touch a row in doubt, and go back whole", () => {
  fc.assert(
    fc.property(fc.array(broken, { minLength: 1, maxLength: 3 }), (texts) => {
      const tables = texts.flatMap((text, place) => {
        const reading = readDelimited(new TextEncoder().encode(text), `${place}.csv`);
        if (reading.ok) return reading.tables.map((table) => ({ id: String(place), table }));
        expect(tableProblemWords(reading.problem)).toContain("Nothing was changed");
        return [];
      });
      const plan = planBringIn(tables, NO_CHOICES, [], bringInWorld, "2026-11-24");
      for (const table of WORLD_TABLES) {
        for (const row of plan.after[table].values()) WORLD_SCHEMAS[table].parse(row);
      }
      const certain = new Set(
        plan.tables.flatMap(({ rows }) =>
          rows.flatMap(({ state, studentId }) => (state === "joined" && studentId ? [studentId] : [])),
        ),
      );
      for (const { scores, averages } of plan.tables) {
        const touched = [
          ...(scores?.assignments ?? []).flatMap(({ changes }) => changes),
          ...(averages?.averages ?? []).flatMap(({ changes }) => changes),
        ];
        for (const { studentId } of touched) expect(certain.has(studentId)).toBe(true);
      }
      const back = applyChange(applyChange(bringInWorld, plan.change), reverseChange(plan.change));
      for (const table of WORLD_TABLES) expect(back[table]).toEqual(bringInWorld[table]);
    }),
    { numRuns: 400 },
  );
});

test("the same file twice changes nothing the second time, for any scores in any order", () => {
  const row = fc.record({
    id: fc.constantFrom("41", "42", "43", "44"),
    cell: fc.oneof(
      fc.integer({ min: 0, max: 400 }).map((tenths) => String(tenths / 10)),
      fc.constantFrom("", "missing", "excused", "late", "12 late", "?", "50%", "3/4"),
    ),
  });
  fc.assert(
    fc.property(fc.uniqueArray(row, { selector: ({ id }) => id }), (rows) => {
      const text = [
        "ID,Salinity lab,Tides (10)",
        ...rows.map(({ id, cell }) => `${id},${cell},${cell}`),
        "77,1,1",
      ].join("\n");
      const first = planOf([text]);
      expect(isEmptyChange(planOf([text], {}, [], first.after).change)).toBe(true);
      for (const { id, cell } of rows) {
        const student =
          [...bringInWorld.students.values()].find(({ studentNumber }) => studentNumber.endsWith(id))?.id ?? "";
        const score = first.after.scoreColumns.get("lab")?.scores[student];
        if (/^[\d.]+$/.test(cell)) expect(score?.points).toBe(Number(cell));
        else if (cell === "" || cell === "?")
          expect(score).toEqual(bringInWorld.scoreColumns.get("lab")?.scores[student]);
      }
    }),
  );
});
