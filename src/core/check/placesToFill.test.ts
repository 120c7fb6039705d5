import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FIGURE_FIELDS } from "../letter/fields/figureFields";
import { paragraph } from "../letter/letterParts";
import { inlineNodes, type LetterBody, letterBodySchema } from "../model/letterBody";
import { filled, placesToFill } from "./placesToFill";

const FIELDS = [
  { id: "student.firstName", label: "First name" },
  { id: "student.fullName", label: "Full name" },
  { id: "recipient.name", label: "Recipient’s name" },
  { id: "class.name", label: "Class" },
  { id: "teacher.name", label: "My name" },
  { id: "term.name", label: "Term" },
  { id: "own.Locker", label: "Locker" },
  { id: "own.Reading group", label: "Reading group" },
  { id: "assignment.score.Tide table", label: "Score on Tide table" },
  ...FIGURE_FIELDS.map(({ id, label }) => ({ id, label })),
];
const letter = (...lines: string[]): LetterBody => ({ type: "doc", content: lines.map((line) => paragraph(line)) });
const places = (...lines: string[]) => placesToFill(letter(...lines), FIELDS);
const wordsOf = (body: object) =>
  [...inlineNodes(body as LetterBody)].map((node) => (node.type === "text" ? node.text : "◆")).join("");

describe("a place to fill", () => {
  test.each([
    ["Dear <<Parent Name>>,", "<<Parent Name>>", "recipient.name"],
    ["Dear XX,", "XX", "recipient.name"],
    ["Your child [student name] is well.", "[student name]", "student.firstName"],
    ["{firstName} did well.", "{firstName}", "student.firstName"],
    ["{{FULL_NAME}} did well.", "{{FULL_NAME}}", "student.fullName"],
    ["The grade is ____ today.", "____", "overall"],
    ["It stands at [current grade] in [course].", "[course]", "class.name"],
    ["The locker is {locker}.", "{locker}", "own.Locker"],
    ["In «Reading_group» now.", "«Reading_group»", "own.Reading group"],
    ["Yours, [your name]", "[your name]", "teacher.name"],
    ["%TERM% has begun.", "%TERM%", "term.name"],
    ["Missing: [missing assignments]", "[missing assignments]", "missing.list"],
  ])("in “%s” is %s, likely %s", (line, text, field) => {
    const found = places(line).find((one) => one.text === text);
    expect(found?.guesses[0]).toBe(field);
  });

  test("is counted over lines, tables and lists, and is none where brackets are meant", () => {
    const found = places("Dear [name],", "[name] (86 of 100 [sic]) and [name].", "See p. 12 and {x, y}.");
    expect(found).toMatchObject([{ text: "[name]", count: 3 }]);
    expect(places("Dear <<Parent Name>>, {{x}}").map(({ text }) => text)).toEqual(["<<Parent Name>>", "{{x}}"]);
  });
});

test("filled places are fields with the marks they had, also where a place runs over several texts", () => {
  const bold = [{ type: "bold" as const }];
  const body: LetterBody = {
    type: "doc",
    content: [
      {
        type: "paragraph",
        content: [
          { type: "text", text: "Dear <<First", marks: bold },
          { type: "text", text: " Name>>, hello" },
        ],
      },
    ],
  };
  const made = filled(body, new Map([["<<First Name>>", "student.firstName"]]));
  expect(letterBodySchema.parse(made)).toEqual({
    type: "doc",
    content: [
      {
        type: "paragraph",
        content: [
          { type: "text", text: "Dear ", marks: bold },
          {
            type: "field",
            attrs: { field: "student.firstName", fallback: "", format: "", upperFirst: false },
            marks: bold,
          },
          { type: "text", text: ", hello" },
        ],
      },
    ],
  });
});

test("whatever stands around, only what was chosen is replaced, each of it, and no other word changes", () => {
  const piece = fc.constantFrom("[name]", "XX", "____", "Dear ", " is ", "XXX", "[na", "me]", "well", "<<A>>", " ");
  fc.assert(
    fc.property(fc.array(fc.array(piece, { maxLength: 8 }), { maxLength: 5 }), (lines) => {
      const content = lines.map((parts) => ({
        type: "paragraph" as const,
        content: parts.map((text, place) => ({
          type: "text" as const,
          text,
          ...(place % 2 === 1 && { marks: [{ type: "italic" as const }] }),
        })),
      }));
      const body: LetterBody = { type: "doc", content };
      const chosen = new Map([
        ["[name]", "student.firstName"],
        ["____", "overall"],
      ]);
      const plain = lines.map((parts) => parts.join(""));
      const made = filled(body, chosen);
      expect(letterBodySchema.safeParse(made).success).toBe(true);
      expect(wordsOf(made)).toBe(plain.map((line) => line.replaceAll("[name]", "◆").replaceAll("____", "◆")).join(""));
    }),
  );
});
