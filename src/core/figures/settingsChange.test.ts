import { describe, expect, test } from "vitest";
import { applyChange, type Change, setRows } from "../change/change";
import { EXAMPLE_SCALES } from "../model/exampleScales";
import { gradeScaleSchema } from "../model/gradeScale";
import { worldOf } from "../model/world";
import { RANDOM_DAY } from "../testing/randomGradebook";
import { sampleAssignment, sampleClass, sampleWorld } from "../testing/sampleClass";
import { FiguresIndex } from "./figuresIndex";
import { gradeLabelChanges } from "./gradeLabelChanges";
import { lostExtraCredit } from "./lostExtraCredit";

describe("what a change of settings would do", () => {
  const world = worldOf(
    sampleWorld({
      schoolClass: { gradeScaleId: "scale", method: "points" },
      work: [{ assignment: sampleAssignment(), scores: { student: { status: "scored", points: 15.9 } } }],
    }),
  );
  const index = new FiguresIndex(world, RANDOM_DAY);
  const indexWith = (change: Change) => new FiguresIndex(applyChange(world, change), RANDOM_DAY);
  const scaleWith = (from: number): Change => ({
    gradeScales: setRows<"gradeScales">(world.gradeScales, [
      [
        "scale",
        {
          id: "scale",
          name: "A to C",
          bands: [
            { from, label: "A" },
            { from: 0, label: "B" },
          ],
        },
      ],
    ]),
  });

  test("names whose letter would be another, and nobody where none would", () => {
    // 79.5 is shown as 80: letters are looked up on the shown value.
    expect(gradeLabelChanges(index, indexWith(scaleWith(80)), "winter", ["class"])).toEqual([]);
    expect(gradeLabelChanges(index, indexWith(scaleWith(81)), "winter", ["class"])).toMatchObject([
      { studentId: "student", before: { shown: 80, label: "A" }, after: { shown: 80, label: "B" } },
    ]);
    const decimals: Change = {
      classes: setRows<"classes">(
        world.classes,
        [...world.classes].map(([id, one]) => [id, { ...one, decimals: 1 as const }]),
      ),
    };
    expect(gradeLabelChanges(index, indexWith(decimals), "winter", ["class"])).toMatchObject([
      { before: { shown: 80, label: "A" }, after: { shown: 79.5, label: "B" } },
    ]);
  });

  test("warns of extra credit that is lost by weight", () => {
    const weighted = sampleClass({ method: "weighted" });
    const alone = [sampleAssignment({ extraCredit: true, pointsPossible: 5 })];
    expect(lostExtraCredit(weighted, alone)).toEqual(["Labs"]);
    expect(lostExtraCredit(weighted, [...alone, sampleAssignment({ id: "other" })])).toEqual([]);
    expect(lostExtraCredit(sampleClass(), alone)).toEqual([]);
  });

  test("the example scales are whole, from the top down to 0", () => {
    for (const scale of EXAMPLE_SCALES) {
      gradeScaleSchema.parse(scale);
      const from = scale.bands.map((band) => band.from);
      expect([...from].sort((a, b) => b - a)).toEqual(from);
      expect(from.at(-1)).toBe(0);
    }
  });
});
