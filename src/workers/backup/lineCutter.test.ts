import * as fc from "fast-check";
import { expect, test } from "vitest";
import { releaseBuffersAsBrowsersDo } from "@/core/testing/releaseBuffersAsBrowsersDo";
import { LineCutter } from "./lineCutter";

releaseBuffersAsBrowsersDo();

test("however a table comes in, its pieces are whole lines, and all of them", () => {
  const line = fc.oneof(
    { weight: 8, arbitrary: fc.nat(600) },
    { weight: 2, arbitrary: fc.nat(400_000) },
    { weight: 1, arbitrary: fc.nat(5_000_000) },
  );
  const lines = fc.array(fc.record({ length: line, times: fc.constantFrom(1, 1, 1, 5_000) }), { maxLength: 6 });
  const sizes = fc.array(fc.integer({ min: 1, max: 300_000 }), { minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(lines, sizes, (some, cuts) => {
      const texts = some.flatMap(({ length, times }, place) =>
        Array<string>(length > 600 ? 1 : times).fill(`${String(place).repeat(length)}\n`),
      );
      const table = Buffer.from(texts.join(""));
      const cutter = new LineCutter();
      const pieces: Buffer[] = [];
      let records = 0;
      const take = (taken: ReturnType<LineCutter["cut"]>) => {
        for (const piece of taken) {
          records += piece.records;
          expect(piece.text.at(-1)).toBe(10);
          expect(piece.records).toBeLessThanOrEqual(4_000);
          pieces.push(Buffer.from(piece.text));
        }
      };
      for (let from = 0, turn = 0; from < table.length; turn += 1) {
        const end = from + (cuts[turn % cuts.length] ?? 1);
        take(cutter.cut(Uint8Array.from(table.subarray(from, end))));
        from = end;
      }
      take(cutter.end());
      expect(records).toBe(texts.length);
      expect(Buffer.concat(pieces).equals(table)).toBe(true);
    }),
    { numRuns: 60, seed: 5 },
  );
});

test("a line without an end is refused", () => {
  const cutter = new LineCutter();
  expect([...cutter.cut(Buffer.from('{"id":"a"}\n{"id"'))]).toEqual([]);
  expect(() => [...cutter.end()]).toThrow();
});
