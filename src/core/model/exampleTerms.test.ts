import fc from "fast-check";
import { expect, test } from "vitest";
import { addDays, daysBetween } from "./day";
import { EXAMPLE_TERMS, termsOfExample } from "./exampleTerms";
import type { Term } from "./term";

const TODAY = "2026-11-24";

test("terms of an example follow each other without a gap over the whole year, and keep the ids that are there", () => {
  const years = fc.record({ days: fc.integer({ min: 30, max: 400 }), terms: fc.integer({ min: 0, max: 5 }) });
  fc.assert(
    fc.property(fc.constantFrom(...EXAMPLE_TERMS), years, (example, { days, terms }) => {
      const before: Term[] = Array.from({ length: terms }, (_, place) => ({
        id: `t${place}`,
        name: `Term ${place}`,
        from: addDays(TODAY, Math.floor((days * place) / terms)),
        to: addDays(TODAY, Math.floor((days * (place + 1)) / terms) - 1),
      }));
      let ids = 0;
      const made = termsOfExample(example, before.slice(0, example.terms.length), TODAY, () => `new-${ids++}`);
      expect(made.map(({ name }) => name)).toEqual([...example.terms]);
      expect(made.map(({ id }) => id).filter((id) => id.startsWith("t"))).toEqual(
        before.slice(0, example.terms.length).map(({ id }) => id),
      );
      for (const [place, { from, to }] of made.entries()) {
        expect(from <= to).toBe(true);
        const next = made[place + 1];
        if (next) expect(daysBetween(to, next.from)).toBe(1);
      }
    }),
  );
});
