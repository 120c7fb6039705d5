import fc from "fast-check";
import { expect, test } from "vitest";
import { isEmptyChange } from "../change/change";
import { assignmentSchema } from "../model/assignment";
import { scoreColumnSchema } from "../model/score";
import { worldOf } from "../model/world";
import { sampleAssignment, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { tableProblemWords } from "./rawTable";
import { readDelimited } from "./readDelimited";
import { planScoreImport } from "./scoreImport";
import { startScoreImport } from "./startScoreImport";

const world = worldOf(
  sampleWorld({
    students: ["41", "42", "43"].map((number) =>
      sampleStudent({ id: number, studentNumber: number, givenName: `G${number}` }),
    ),
    work: [{ assignment: sampleAssignment({ id: "lab" }), scores: {} }],
  }),
);
const GOOD = "ID,Name,Salinity lab,Quiz (10)\n41,G41 Wójcik,12,9\n42,G42 Wójcik,missing,8\n43,G43 Wójcik,17.5,\n";

/** A good file with pieces of it replaced, doubled or cut out. */
const broken = fc
  .array(
    fc.record({
      at: fc.nat(GOOD.length),
      cut: fc.nat(6),
      put: fc.oneof(
        fc.string({ maxLength: 4 }),
        fc.constantFrom('"', "\n", ";", "\t", ",", "\0", "=", "-5", "1e9", "\u202e"),
      ),
    }),
    { maxLength: 6 },
  )
  .map((edits) => edits.reduce((text, { at, cut, put }) => text.slice(0, at) + put + text.slice(at + cut), GOOD));

test("mutated files never throw, never make a record that does not hold, and never touch a row in doubt", () => {
  fc.assert(
    fc.property(broken, (text) => {
      const reading = readDelimited(new TextEncoder().encode(text), "x.csv");
      if (!reading.ok) {
        expect(tableProblemWords(reading.problem)).toContain("Nothing was changed");
        return;
      }
      for (const table of reading.tables) {
        const choices = startScoreImport(table, { termId: "winter", newId: () => `new${Math.random()}` }, world);
        const { rows, change } = planScoreImport(table, choices, world);
        const certain = new Set(
          rows.flatMap(({ match, studentId }) => (match.kind === "certain" && studentId ? [studentId] : [])),
        );
        for (const column of [
          ...Object.values(change.scoreColumns?.added ?? {}),
          ...Object.values(change.scoreColumns?.updated ?? {}).map(([, to]) => to),
        ]) {
          scoreColumnSchema.parse(column);
          for (const studentId of Object.keys(column.scores)) expect(certain.has(studentId)).toBe(true);
        }
        for (const assignment of Object.values(change.assignments?.added ?? {})) assignmentSchema.parse(assignment);
        if (certain.size === 0) expect(isEmptyChange(change)).toBe(true);
      }
    }),
    { numRuns: 500 },
  );
});
