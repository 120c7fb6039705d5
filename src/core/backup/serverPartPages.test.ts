import fc from "fast-check";
import { expect, test } from "vitest";
import type { ServerPart } from "./serverPart";
import { serverPartPages } from "./serverPartPages";

const text = fc.string({ maxLength: 40 });
const part = fc.record({
  optOuts: fc.array(
    fc.record({
      code: text,
      at: fc.nat(),
      by: fc.constant("the family" as const),
      post: fc.constant("relay" as const),
    }),
  ),
  holds: fc.dictionary(text, fc.array(text)),
  letters: fc.array(
    fc.record({
      id: text,
      roundId: text,
      state: fc.constant("accepted" as const),
      at: fc.nat(),
      sha256: text,
    }),
  ),
});

test("pages of any size hold every record once, in order, each with what a page needs; what keeps letters back comes first", () => {
  fc.assert(
    fc.property(part, fc.integer({ min: 1, max: 400 }), (some, most) => {
      const whole: ServerPart = {
        ...{ kind: "Vine Note server part", secrets: ["s".repeat(30)], cards: [], viewPages: [] },
        families: { journalId: "j", events: [] },
        ...some,
      };
      const pages = [...serverPartPages(whole, most)];
      expect(pages.flatMap(({ letters }) => letters)).toEqual(whole.letters);
      expect(pages.flatMap(({ optOuts }) => optOuts)).toEqual(whole.optOuts);
      expect(pages.flatMap(({ holds }) => Object.entries(holds))).toEqual(Object.entries(whole.holds));
      expect(pages.every(({ secrets }) => secrets[0] === whole.secrets[0])).toBe(true);
      const lastOfThese = pages.findLastIndex(({ optOuts, holds }) => optOuts.length + Object.keys(holds).length > 0);
      const firstLetter = pages.findIndex(({ letters }) => letters.length > 0);
      if (firstLetter >= 0) expect(lastOfThese).toBeLessThan(firstLetter);
      for (const page of pages) {
        const records = page.letters.length + page.optOuts.length + Object.keys(page.holds).length;
        if (records > 1)
          expect(JSON.stringify([page.letters, page.optOuts, page.holds]).length).toBeLessThan(3 * most + 60);
      }
    }),
  );
});
