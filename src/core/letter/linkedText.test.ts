import fc from "fast-check";
import { expect, test } from "vitest";
import { linkedText } from "./linkedText";

test.each([
  ["See https://harbour.example/waves.", ["https://harbour.example/waves"]],
  ["(http://a.example), https://b.example/x?y=1&z=2!", ["http://a.example", "https://b.example/x?y=1&z=2"]],
  ["no link at all", []],
  ["https:// alone is none, javascript://x neither", []],
])("%s", (text, links) => {
  expect(linkedText(text).flatMap(({ href }) => href ?? [])).toEqual(links);
});

test("parted and joined, any text is the same", () => {
  const words = fc.array(
    fc.oneof(fc.string(), fc.constantFrom("https://a.example/", " http://b.example.", "://", "\n")),
  );
  fc.assert(
    fc.property(words, (parts) => {
      const text = parts.join("");
      const runs = linkedText(text);
      expect(runs.map((run) => run.text).join("")).toBe(text);
      for (const { href } of runs) if (href !== undefined) expect(href).toMatch(/^https?:\/\/[^\s<>"]+$/i);
    }),
  );
});
