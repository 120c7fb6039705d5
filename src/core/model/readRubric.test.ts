import fc from "fast-check";
import { expect, test } from "vitest";
import { formatRubric, MOST_CRITERIA, readRubric } from "./readRubric";

test("a rubric is read as it is typed, and written back the same", () => {
  const word = fc.stringMatching(/^[A-Za-z][a-z ]{0,10}[a-z]$/);
  const criterion = fc.record({
    id: fc.uuid(),
    name: word,
    levels: fc.uniqueArray(word, { minLength: 2, maxLength: 6 }),
  });
  fc.assert(
    fc.property(fc.uniqueArray(criterion, { selector: ({ name }) => name, maxLength: MOST_CRITERIA }), (rubric) => {
      expect(readRubric(`\n${formatRubric(rubric)}\n\n`, rubric, () => "never")).toEqual({ ok: true, rubric });
    }),
  );
});

test("a criterion that is named otherwise stays the same one, so that its marks stay; one that is new gets an id", () => {
  const before = [
    { id: "a", name: "Method", levels: ["weak", "sound"] },
    { id: "b", name: "Writing", levels: ["weak", "sound"] },
  ];
  const idsOf = (text: string) => {
    const read = readRubric(text, before, () => "new");
    return read.ok ? read.rubric.map(({ id }) => id) : [];
  };
  expect(idsOf("Methods: weak, sound\nWriting: weak, sound")).toEqual(["a", "b"]);
  expect(idsOf("Writing: weak, sound\nMethod: weak, sound")).toEqual(["b", "a"]);
  expect(idsOf("Method: weak, sound\nCare: weak, sound\nWriting: weak, sound")).toEqual(["a", "new", "b"]);
});

test.each([
  ["Method", "colon"],
  [": weak, sound", "a name"],
  ["Method: sound", "two to ten levels"],
  ["Method: sound, sound", "A level is there twice"],
  ["Method: a, b\nMethod: c, d", "“Method” is there twice"],
  [Array.from({ length: MOST_CRITERIA + 1 }, (_, place) => `C${place}: a, b`).join("\n"), "at most"],
])("a line that is no criterion is told: %s", (text, problem) => {
  expect(readRubric(text, [], () => "new")).toMatchObject({ ok: false, problem: expect.stringContaining(problem) });
});
