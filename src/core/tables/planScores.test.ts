import fc from "fast-check";
import { expect, test } from "vitest";
import { outcomeOf, planOf } from "../testing/bringInWorld";

test("rows of a list that say different things of one student's assignment count for nothing, in whatever order", () => {
  const rows = ["41,Salinity lab,5", "41,Salinity lab,6", "41,Density lab,7", "42,Salinity lab,8", "42,Density lab,9"];
  const wanted = {
    "Salinity lab": { ana: "12", bo: "8" },
    "Density lab": { ana: "7", bo: "9" },
  };
  fc.assert(
    fc.property(fc.shuffledSubarray(rows, { minLength: rows.length }), (shuffled) => {
      const plan = planOf([
        `Student ID,Assignment,Score,Points possible\n${shuffled.map((row) => `${row},20`).join("\n")}\n`,
      ]);
      expect(outcomeOf(plan).assignments).toMatchObject(wanted);
      expect(plan.tables[0]?.scores?.doubled).toEqual(["ana"]);
    }),
    { numRuns: 60, seed: 5 },
  );
});

test.each(["Points possible", "Possible", "Max", "Max. points", "Maximum score", "Out of", "Total points", "Points"])(
  "the row of points possible is known by “%s”, above the students and below them",
  (label) => {
    for (const text of [
      `Student,Wave tank\n${label},25\nAna Wójcik,20\n`,
      `Student,Wave tank\nAna Wójcik,20\n${label},25\n`,
    ]) {
      const plan = planOf([text]);
      const wave = plan.tables[0]?.scores?.assignments.find(({ assignment }) => assignment.title === "Wave tank");
      expect(wave?.assignment.pointsPossible, text).toBe(25);
      expect(outcomeOf(plan).asked, text).toEqual([]);
    }
  },
);
