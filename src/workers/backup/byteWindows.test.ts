import * as fc from "fast-check";
import { expect, test } from "vitest";
import { releaseBuffersAsBrowsersDo } from "@/core/testing/releaseBuffersAsBrowsersDo";
import { ByteWindows } from "./byteWindows";

const MEGABYTE = 1_048_576;
const SIZE = 15 * MEGABYTE + 7;

releaseBuffersAsBrowsersDo();

const plain = Uint8Array.from({ length: SIZE }, (_, place) => (place * 31 + (place >> 16)) % 251);

/** Bytes that come late, and not in the order in which they were asked for. */
const bytes = (scheduler: fc.Scheduler) => ({
  size: SIZE,
  read: async (from: number, to: number) => {
    await scheduler.schedule(Promise.resolve());
    return plain.slice(from, to);
  },
});

test("whoever reads at the same time, and wherever, reads what is there, also of pieces that are let go meanwhile", async () => {
  const place = fc.record({ from: fc.nat(SIZE), length: fc.nat(3 * MEGABYTE) });
  const readers = fc.array(fc.array(place, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 8 });
  await fc.assert(
    fc.asyncProperty(fc.scheduler(), readers, async (scheduler, all) => {
      const windows = new ByteWindows(bytes(scheduler));
      const reading = all.map(async (places) => {
        for (const { from, length } of places) {
          const read = await windows.readUint8Array(from, length);
          expect(Buffer.from(read).equals(plain.subarray(from, from + length))).toBe(true);
        }
      });
      await scheduler.waitFor(Promise.all(reading));
    }),
    { numRuns: 50, seed: 7 },
  );
});
