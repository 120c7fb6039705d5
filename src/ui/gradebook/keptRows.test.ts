import fc from "fast-check";
import { expect, test } from "vitest";
import type { GradebookView } from "@/workers/engine/gradebookView";
import { keptRows } from "./keptRows";

type Row = GradebookView["rows"][number];

const text = fc.constantFrom("", "71 %", "B");
const average = fc.record({ shown: fc.constantFrom(undefined, 71, 84.5), text, note: text });
const row: fc.Arbitrary<Row> = fc.record({
  ...{ key: fc.constantFrom("a", "b", "c", "d"), studentId: text, classId: text, name: text, gradeLabel: text },
  ...{ categoryAverages: fc.array(average, { maxLength: 2 }), overall: average },
  missing: fc.constantFrom(undefined, 0, 2),
});
const rows = fc.uniqueArray(row, { maxLength: 4, selector: ({ key }) => key });

test("rows say what they say now; those that said so before are the very same, and so is the list", () => {
  fc.assert(
    fc.property(rows, rows, (before, now) => {
      const kept = keptRows(before, structuredClone(now));
      expect(kept).toEqual(now);
      for (const [place, one] of now.entries()) {
        const same = before.find((other) => JSON.stringify(other) === JSON.stringify(one));
        if (same) expect(kept[place]).toBe(same);
      }
      expect(keptRows(before, structuredClone(before))).toBe(before);
    }),
    { seed: 20261129 },
  );
});
