import "fake-indexeddb/auto";
import { inflateRawSync } from "node:zlib";
import fc from "fast-check";
import { expect, test } from "vitest";
import { blockOf, blocksOf, dropWords, LETTERS_IN_BLOCK, lettersIn, wordsOfLetters } from "./letterBlocks";
import { openDatabase } from "./openDatabase";

const words = (id: string) => ({ id, text: `Dear ${id} ✓ ليلى`, html: `<p>Dear ${id} 😀</p>` });

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
      for (const block of blocks) {
        expect(block.letterIds).toEqual(lettersIn(block).map(({ id }) => id));
        expect(block.id).toBe(block.letterIds[0]);
      }
      await database.delete();
    }),
    { numRuns: 40 },
  );
});

test("letters of one round, much alike, take a tenth of the room; a block that says that it holds less gives no more", () => {
  const letters = Array.from({ length: LETTERS_IN_BLOCK }, (_, place) => ({
    ...words(`letter-${place}`),
    html: `<p>Dear family ${place}, this is how things stand.</p>`.repeat(50),
  }));
  const [block] = blockOf(letters);
  if (!block) throw new Error("There is no block.");
  expect(lettersIn(block)).toEqual(letters);
  // So that somebody else can read it.
  const plain = inflateRawSync(Buffer.from(block.packed, "base64"));
  expect([plain.length, JSON.parse(plain.toString())]).toEqual([block.bytes, letters]);
  expect(block.packed.length).toBeLessThan(JSON.stringify(letters).length / 10);
  expect(() => lettersIn({ ...block, bytes: 1_000 })).toThrow();
});
