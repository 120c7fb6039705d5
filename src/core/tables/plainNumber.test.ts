import fc from "fast-check";
import { expect, test } from "vitest";
import { plainNumber } from "./plainNumber";

/** A number as somebody writes it: whole digits in groups, decimals behind a sign. */
const written = fc
  .record({
    whole: fc.integer({ min: 0, max: 9_999_999 }),
    decimals: fc.stringMatching(/^\d{0,3}$/),
    decimalSign: fc.constantFrom("." as const, "," as const),
    group: fc.constantFrom("", " ", "'", "\u00a0", "the other sign"),
    minus: fc.boolean(),
  })
  .map(({ whole, decimals, decimalSign, group, minus }) => {
    const other = decimalSign === "." ? "," : ".";
    const digits = String(whole).replace(/\B(?=(\d{3})+$)/g, group === "the other sign" ? other : group);
    const sign = minus ? "-" : "";
    return {
      decimalSign,
      text: sign + digits + (decimals && decimalSign + decimals),
      value: Number(`${sign}${whole}.${decimals || 0}`),
    };
  });

test("a number is what was written where the decimal sign is known, however its digits are grouped", () => {
  fc.assert(
    fc.property(written, ({ text, value, decimalSign }) => {
      expect(plainNumber(text, decimalSign)).toBe(value);
    }),
  );
});

test("where the sign is not known a number is what was written, or none: only a single point is taken for a decimal one", () => {
  fc.assert(
    fc.property(written, ({ text, value }) => {
      const read = plainNumber(text, undefined);
      const hasOnePoint = text.split(".").length === 2 && !text.includes(",");
      if (read !== undefined && !hasOnePoint) expect(read).toBe(value);
    }),
  );
});

test.each([
  ["1,234", undefined, undefined],
  ["1,234", ".", 1234],
  ["1,234", ",", 1.234],
  ["0,234", undefined, 0.234],
  ["1234,5", undefined, 1234.5],
  ["1,234,567", undefined, 1_234_567],
  ["1.234,5", undefined, 1234.5],
  ["1.234,5", ".", undefined],
  ["1,23,4", undefined, undefined],
  ["12 345", undefined, 12_345],
  ["1 2", undefined, undefined],
  ["", undefined, undefined],
  ["12 points", undefined, undefined],
  ["5.", undefined, undefined],
] as const)("“%s” with the sign %s is %s", (text, sign, value) => {
  expect(plainNumber(text, sign)).toBe(value);
});
