import { inflateSync } from "node:zlib";
import { expect, test } from "vitest";
import { PalettePicture } from "./png";

test("a picture comes out as the rows that were drawn, in chunks with their lengths and types", () => {
  const picture = new PalettePicture(3, 2, [
    [255, 255, 255],
    [91, 42, 110],
  ]);
  picture.set(1, 0, 1);
  picture.set(2, 1, 1);
  picture.set(9, 9, 1);
  const bytes = Buffer.from(picture.toPng());
  expect(bytes.subarray(1, 4).toString()).toBe("PNG");
  const chunks = new Map<string, Buffer>();
  for (let at = 8; at < bytes.length; ) {
    const length = bytes.readUInt32BE(at);
    chunks.set(bytes.toString("latin1", at + 4, at + 8), bytes.subarray(at + 8, at + 8 + length));
    at += 12 + length;
  }
  expect([...chunks.keys()]).toEqual(["IHDR", "PLTE", "IDAT", "IEND"]);
  expect([chunks.get("IHDR")?.readUInt32BE(0), chunks.get("IHDR")?.readUInt32BE(4)]).toEqual([3, 2]);
  expect([...inflateSync(chunks.get("IDAT") ?? Buffer.alloc(0))]).toEqual([0, 0, 1, 0, 0, 0, 0, 1]);
  // The check of an empty last chunk is known from the standard.
  expect(bytes.subarray(-4).toString("hex")).toBe("ae426082");
});
