import "fake-indexeddb/auto";
import fc from "fast-check";
import { expect, test } from "vitest";
import { blocksOf, dropWords, LETTERS_IN_BLOCK, wordsOfLetters } from "./letterBlocks";
import { openDatabase } from "./openDatabase";

const words = (id: string) => ({ id, text: `Dear ${id}`, html: `<p>Dear ${id}</p>` });

test("whatever comes and goes, the words of each letter that stayed are there, and each block is named by its first letter", async () => {
  let run = 0;
  const step = fc.record({
    comes: fc.integer({ min: 0, max: 2 * LETTERS_IN_BLOCK + 1 }),
    goes: fc.array(fc.nat(200), { maxLength: 60 }),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 4 }), async (steps) => {
      run += 1;
      const database = openDatabase(`blocks-${run}`);
      const kept = new Set<string>();
      let made = 0;
      for (const { comes, goes } of steps) {
        // A letter's name says nothing of when it came.
        const ids = Array.from({ length: comes }, () => `${(made * 37) % 101}-${made++}`);
        await database.letterBlocks.bulkAdd(blocksOf(ids.map(words)));
        for (const id of ids) kept.add(id);
        const gone = new Set(goes.map((place) => [...kept][place] ?? "nobody"));
        const had = [...gone].filter((id) => kept.has(id)).length;
        expect(await dropWords(database, [...gone])).toBe(had);
        for (const id of gone) kept.delete(id);
      }
      const found = await wordsOfLetters(database, [...kept, "nobody"]);
      expect([...found.keys()].sort()).toEqual([...kept].sort());
      for (const [id, one] of found) expect(one).toEqual(words(id));
      const blocks = await database.letterBlocks.toArray();
      expect(blocks.flatMap(({ letterIds }) => letterIds).sort()).toEqual([...kept].sort());
      for (const { id, letterIds, letters } of blocks)
        expect([id, letterIds]).toEqual([letters[0]?.id, letters.map((one) => one.id)]);
      await database.delete();
    }),
    { numRuns: 40 },
  );
});
