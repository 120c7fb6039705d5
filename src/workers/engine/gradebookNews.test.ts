import fc from "fast-check";
import { expect, test } from "vitest";
import { gradebookNews, viewFrom } from "./gradebookNews";
import type { GradebookRow, GradebookView } from "./gradebookView";

const text = fc.constantFrom("", "71 %", "B");
const average = fc.record({ shown: fc.constantFrom(undefined, 71, 84.5), text, note: text });
const row: fc.Arbitrary<GradebookRow> = fc.record({
  ...{ key: fc.constantFrom("a", "b", "c", "d"), studentId: text, classId: text, name: text, gradeLabel: text },
  ...{ categoryAverages: fc.array(average, { maxLength: 2 }), overall: average },
  missing: fc.constantFrom(undefined, 0, 2),
});
const rows = fc.uniqueArray(row, { maxLength: 4, selector: ({ key }) => key });
const work = { key: text, title: text, due: text, possible: text, assignments: fc.constant({}) };
const view: fc.Arbitrary<GradebookView> = fc.record({
  ...{ classIds: fc.array(text, { maxLength: 2 }), period: fc.constant("year"), method: text },
  ...{ hasBoth: fc.boolean(), hasAverages: fc.boolean(), rows },
  work: fc.array(fc.record(work), { maxLength: 2 }),
  categories: fc.array(fc.record({ name: text, weight: text }), { maxLength: 2 }),
});

test("news tell the view of now to whoever holds another; what says the same is the very same object", () => {
  fc.assert(
    fc.property(view, view, (before, now) => {
      const told = (held?: GradebookView) => structuredClone(gradebookNews({ stamp: "now", view: now }, held));
      expect(viewFrom(told())).toEqual(now);
      const kept = viewFrom(told(structuredClone(before)), before);
      expect(kept).toEqual(now);
      for (const [place, one] of now.rows.entries()) {
        const same = before.rows.find((other) => JSON.stringify(other) === JSON.stringify(one));
        if (same) expect(kept.rows[place]).toBe(same);
      }
      const again = viewFrom(told(now), now);
      for (const part of ["classIds", "work", "categories", "rows"] as const) expect(again[part]).toBe(now[part]);
    }),
    { seed: 20261129 },
  );
});
