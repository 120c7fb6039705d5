import fc from "fast-check";
import { expect, test } from "vitest";
import { workNewestFirst } from "./workNewestFirst";

test("the newest stands first, what is due on no day last, and equals stay in their order", () => {
  const day = fc.constantFrom(undefined, "2026-09-01", "2026-10-01", "2026-11-01");
  fc.assert(
    fc.property(fc.array(fc.array(day, { minLength: 1, maxLength: 3 }), { maxLength: 8 }), (columns) => {
      const assignments = new Map<string, { dueDate?: string }>();
      const work = columns.map((days, at) => ({
        at,
        assignments: Object.fromEntries(
          days.map((dueDate, place) => {
            const id = `${at}/${place}`;
            assignments.set(id, dueDate ? { dueDate } : {});
            return [`class ${place}`, id];
          }),
        ),
      }));
      const latest = ({ at }: { at: number }) =>
        (columns[at] ?? [])
          .map((one) => one ?? "")
          .sort()
          .at(-1) ?? "";
      const sorted = workNewestFirst(work, assignments);
      expect(sorted.map(({ at }) => at).sort((a, b) => a - b)).toEqual(work.map(({ at }) => at));
      for (const [place, one] of sorted.entries()) {
        const next = sorted[place + 1];
        if (!next) continue;
        expect(latest(one) >= latest(next)).toBe(true);
        if (latest(one) === latest(next)) expect(one.at).toBeLessThan(next.at);
      }
    }),
  );
});
