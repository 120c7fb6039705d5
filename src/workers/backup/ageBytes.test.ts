import { Decrypter, Encrypter } from "age-encryption";
import * as fc from "fast-check";
import { expect, test } from "vitest";
import { ageBytes, CHUNK_BYTES } from "./ageBytes";

const PASSPHRASE = "low tide";
/** Sealed chunks are longer by their tag. */
const SEALED_BYTES = CHUNK_BYTES + 16;

/** Sizes at, before and after the ends of chunks above all. */
const size = fc
  .tuple(fc.integer({ min: 0, max: 4 }), fc.constantFrom(-17, -16, -1, 0, 1, 16, 17, 1_000))
  .map(([chunks, more]) => Math.max(0, chunks * CHUNK_BYTES + more));

test("any part is what the library decrypts", async () => {
  await fc.assert(
    fc.asyncProperty(
      size,
      fc.array(fc.tuple(fc.nat(300_000), fc.nat(150_000)), { maxLength: 4 }),
      async (length, parts) => {
        const plain = bytesOf(length);
        const sealed = await encrypted(plain);
        expect(Buffer.from(await withPassphrase().decrypt(sealed)).equals(plain), "by the library").toBe(true);
        const bytes = await ageBytes(new Blob([sealed]), withPassphrase());
        expect(bytes.size).toBe(length);
        for (const [from, some] of [...parts, [0, length + 5] as const]) {
          if (from > length) continue;
          const read = Buffer.from(await bytes.read(from, from + some));
          expect(read.equals(plain.subarray(from, from + some)), `${from} and ${some} more of ${length}`).toBe(true);
        }
      },
    ),
    { numRuns: 60, seed: 11 },
  );
});

test("what was cut, lengthened or changed anywhere is refused, as the library refuses it", async () => {
  const cut = fc.record({ kind: fc.constant("cut"), place: fc.nat() });
  const cutAtChunk = fc.record({ kind: fc.constant("cut at a chunk"), place: fc.nat(3) });
  const flipped = fc.record({ kind: fc.constant("flipped"), place: fc.nat() });
  const longer = fc.record({ kind: fc.constant("longer"), place: fc.integer({ min: 1, max: 70_000 }) });
  const swapped = fc.record({ kind: fc.constant("two chunks swapped"), place: fc.nat(1) });
  await fc.assert(
    fc.asyncProperty(size, fc.oneof(cut, cutAtChunk, flipped, longer, swapped), async (length, { kind, place }) => {
      const sealed = await encrypted(bytesOf(length));
      const payloadFrom = sealed.length - Math.max(1, Math.ceil(length / CHUNK_BYTES)) * 16 - length;
      const changed = {
        cut: () => sealed.slice(0, place % sealed.length),
        "cut at a chunk": () => sealed.slice(0, payloadFrom + place * SEALED_BYTES),
        flipped: () => sealed.map((byte, at) => (at === place % sealed.length ? byte ^ 1 : byte)),
        longer: () => new Uint8Array(Buffer.concat([sealed, bytesOf(place)])),
        "two chunks swapped": () => {
          const at = (chunk: number) => payloadFrom + (place + chunk) * SEALED_BYTES;
          const parts = [
            sealed.slice(0, at(0)),
            sealed.slice(at(1), at(2)),
            sealed.slice(at(0), at(1)),
            sealed.slice(at(2)),
          ];
          return new Uint8Array(Buffer.concat(parts));
        },
      }[kind]?.();
      if (!changed || Buffer.from(changed).equals(sealed)) return;
      await expect(withPassphrase().decrypt(changed), "by the library").rejects.toThrow();
      const all = ageBytes(new Blob([changed]), withPassphrase()).then((bytes) => bytes.read(0, bytes.size + 1));
      await expect(all).rejects.toThrow();
    }),
    { numRuns: 150, seed: 12 },
  );
});

test("a wrong passphrase is told from damage", async () => {
  const other = new Decrypter();
  other.addPassphrase("high tide");
  await expect(ageBytes(new Blob([await encrypted(bytesOf(10))]), other)).rejects.toThrow("identity");
});

async function encrypted(plain: Uint8Array): Promise<Uint8Array<ArrayBuffer>> {
  const encrypter = new Encrypter();
  encrypter.setPassphrase(PASSPHRASE);
  encrypter.setScryptWorkFactor(2);
  return new Uint8Array(await encrypter.encrypt(plain));
}

function withPassphrase(): Decrypter {
  const decrypter = new Decrypter();
  decrypter.addPassphrase(PASSPHRASE);
  return decrypter;
}

function bytesOf(length: number): Uint8Array {
  return Uint8Array.from({ length }, (_, at) => (at * 31 + (at >> 8)) & 255);
}
