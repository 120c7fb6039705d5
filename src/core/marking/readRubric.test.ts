import fc from "fast-check";
import { expect, test } from "vitest";
import { type Level, MOST_CRITERIA } from "../model/criterion";
import { formatRubric, readRubric } from "./readRubric";

test("a rubric is read as it is typed, and written back the same", () => {
  const word = fc.stringMatching(/^[A-Za-z][a-z]{0,5} ?[a-z]{1,5}$/);
  const points = fc.option(
    fc.integer({ min: 0, max: 200_000 }).map((tenThousandths) => tenThousandths / 10_000),
    { nil: undefined },
  );
  const level = fc.record({ id: fc.uuid(), label: word, points, sentence: fc.constant("It is so.") });
  const levels = fc.uniqueArray(level, { selector: ({ label }) => label, minLength: 2, maxLength: 6 });
  const criterion = fc.oneof(
    fc.record({ id: fc.uuid(), name: word, levels, weight: fc.constantFrom(1, 2.5) }),
    fc.record({ id: fc.uuid(), name: word, levels: fc.constant<Level[]>([]), most: fc.constantFrom(0, 4, 20, 7.25) }),
  );
  fc.assert(
    fc.property(fc.uniqueArray(criterion, { selector: ({ name }) => name, maxLength: MOST_CRITERIA }), (rubric) => {
      const read = readRubric(`\n${formatRubric(rubric)}\n\n`, rubric, () => "never");
      expect(read).toEqual({ ok: true, criteria: rubric });
    }),
  );
});

const LEVELS = [
  { id: "weak", label: "weak" },
  { id: "sound", label: "sound" },
];

test("a table from a spreadsheet is a rubric: levels in the first row, a criterion a row with its sentences", () => {
  const text = "\tbeginning (1)\tsecure (3,5)\nMethod\tSteps are left out.\tEvery step is there.\nCare\t\t\n";
  const read = readRubric(text, [], () => "new");
  expect(read).toEqual({
    ok: true,
    criteria: [
      {
        id: "new",
        name: "Method",
        levels: [
          { id: "beginning", label: "beginning", points: 1, sentence: "Steps are left out." },
          { id: "secure", label: "secure", points: 3.5, sentence: "Every step is there." },
        ],
      },
      {
        id: "new",
        name: "Care",
        levels: [
          { id: "beginning", label: "beginning", points: 1 },
          { id: "secure", label: "secure", points: 3.5 },
        ],
      },
    ],
  });
});

test("a criterion that is named otherwise stays the same one, so that its marks stay; one that is new gets an id", () => {
  const before = [
    { id: "a", name: "Method", levels: LEVELS },
    { id: "b", name: "Writing", levels: LEVELS },
  ];
  const idsOf = (text: string) => {
    const read = readRubric(text, before, () => "new");
    return read.ok ? read.criteria.map(({ id }) => id) : [];
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
