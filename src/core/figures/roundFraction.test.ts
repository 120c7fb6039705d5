import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fraction } from "./fraction";
import { formatExactPercent, formatPercent, roundFraction } from "./roundFraction";

describe("rounding", () => {
  test.each([
    { numerator: 895, denominator: 10, decimals: 0, shown: 90 },
    { numerator: 285, denominator: 10, decimals: 0, shown: 29 },
    { numerator: 8649999, denominator: 100000, decimals: 0, shown: 86 },
    { numerator: 694999, denominator: 10000, decimals: 1, shown: 69.5 },
    { numerator: 200, denominator: 3, decimals: 2, shown: 66.67 },
    { numerator: 1005, denominator: 1000, decimals: 2, shown: 1.01 },
    { numerator: 0, denominator: 7, decimals: 2, shown: 0 },
    { numerator: -5, denominator: 10, decimals: 0, shown: -1 },
  ])("$numerator/$denominator at $decimals decimals is $shown", ({ numerator, denominator, decimals, shown }) => {
    expect(roundFraction(fraction(numerator, denominator), decimals)).toBe(shown);
  });

  test("is the decimal nearest to the exact value, halves away from zero, told by long division on digits", () => {
    const longDivision = (numerator: number, denominator: number, decimals: number): string => {
      const digits = (BigInt(numerator) * 10n ** BigInt(decimals + 1)) / BigInt(denominator);
      const up = digits % 10n >= 5n ? 1n : 0n;
      const padded = (digits / 10n + up).toString().padStart(decimals + 1, "0");
      return decimals === 0 ? padded : `${padded.slice(0, -decimals)}.${padded.slice(-decimals)}`;
    };
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000_000 }),
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 0, max: 2 }),
        (numerator, denominator, decimals) => {
          const shown = roundFraction(fraction(numerator, denominator), decimals);
          expect(shown).toBe(Number(longDivision(numerator, denominator, decimals)));
        },
      ),
    );
  });

  test("a percent is read with a space that does not break, an exact one with at most four decimals", () => {
    expect(formatPercent(86.5, 1)).toBe("86.5\u00a0%");
    expect(formatPercent(86, 0)).toBe("86\u00a0%");
    expect(formatExactPercent(fraction(6996, 100))).toBe("69.96\u00a0%");
    expect(formatExactPercent(fraction(200, 3))).toBe("66.6667\u00a0%");
  });
});
