import fc from "fast-check";
import { expect, test } from "vitest";
import { readJson } from "./readJson";

test("JSON is read as it stands; what is none or is nested beyond all measure is not read", () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 20 }), (value) => {
      const text = JSON.stringify(value);
      expect(readJson(text)).toEqual(JSON.parse(text));
    }),
  );
  for (const text of ["", "{", '{"a":}', `${"[".repeat(1_000)}${"]".repeat(1_000)}`, "[".repeat(5_000_000)])
    expect(readJson(text)).toBeUndefined();
  // Brackets in words nest nothing.
  expect(readJson(JSON.stringify(`"${"[{".repeat(500)}\\`))).toHaveLength(1_002);
});
