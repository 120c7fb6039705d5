import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { checkNote } from "../check/checkNote";
import { FiguresIndex } from "../figures/figuresIndex";
import type { Condition } from "../model/condition";
import { instantOf } from "../model/day";
import type { BlockNode, ConditionalTextNode, InlineNode, ListNode, Mark, PlainBlockNode } from "../model/letterBody";
import type { Score } from "../model/score";
import { PLAIN_SIGNATURE } from "../model/settings";
import { worldOf } from "../model/world";
import { countsSentence, planCounts } from "../selection/planCounts";
import { planNote } from "../selection/planNote";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { blockModel } from "./blockKinds";
import { fieldById } from "./fields/fieldsFor";
import type { FieldValue } from "./fields/fieldValue";
import { noteLetters } from "./noteLetters";

import { contextOf, doc, field, render, squeezed, text, wordsOf } from "./testing/sampleLetter";

/** The usual way to write what the random letters have. */
function plainValue(value: FieldValue | undefined): string {
  if (value?.kind === "text") return value.text;
  return value?.kind === "percent" ? `${value.shown}\u00a0%` : "";
}

describe("a letter to a family", () => {
  const child = (id: string, points: number, guardianId = "guardian") => ({
    student: sampleStudent({
      id,
      givenName: id,
      familyName: "Wójcik",
      guardians: [{ guardianId, relation: "mother" }],
    }),
    points,
  });
  const children = [child("Ana", 17), child("Bo", 9), child("Cy", 11, "other")];
  const index = new FiguresIndex(
    worldOf(
      sampleWorld({
        students: children.map(({ student }) => student),
        guardians: [
          sampleGuardian(),
          sampleGuardian({ id: "other", givenName: "Olu", familyName: "Ode", addresses: ["olu@tidepost.example"] }),
        ],
        work: [
          {
            assignment: sampleAssignment(),
            scores: Object.fromEntries(
              children.map(({ student, points }): [string, Score] => [student.id, { status: "scored", points }]),
            ),
          },
        ],
      }),
    ),
    "2026-11-24",
  );
  const note = { ...startNote("progress", { id: "note", now: 0, period: "winter" }), perFamily: true };

  test("calls children of one name by their full names, and others by their first ones", () => {
    const named = (id: string, givenName: string, familyName: string) =>
      sampleStudent({ id, givenName, familyName, guardians: [{ guardianId: "guardian", relation: "mother" }] });
    const students = [named("1", "Max", "Ode"), named("2", "Max", "Lind"), named("3", "Bo", "Ode")];
    const alike = new FiguresIndex(worldOf(sampleWorld({ students })), "2026-11-24");
    const [letter] = [...noteLetters(alike, note, planNote(alike, note).letters)];
    expect(letter?.rendered.subject).toBe("Max Lind, Bo and Max Ode in Earth Systems 9");
    expect(letter?.rendered.text).toContain("for Max Lind in");
    expect(letter?.rendered.text).toContain("for Bo in");
  });

  test("is one, speaks of each child in turn, and greets and closes once", () => {
    const plan = planNote(index, note);
    expect(plan.letters.map(({ recipient, matches }) => [recipient.id, matches.length])).toEqual([
      ["guardian", 2],
      ["other", 1],
    ]);
    expect(countsSentence(planCounts(plan))).toBe("2 letters to 2 guardians of 3 students, in 1 class.");
    const [both, alone] = [...noteLetters(index, note, plan.letters)].map(({ rendered }) => rendered);
    expect(both?.subject).toBe("Ana and Bo in Earth Systems 9");
    const position = (name: string, percent: number) =>
      [
        `This is how things stand for ${name} in Earth Systems 9 (Winter term). The overall average is ${percent}\u00a0%.`,
        `Labs: ${percent}\u00a0%\nQuizzes: no scores yet\nOverall: ${percent}\u00a0%`,
        "Nothing is missing.",
      ].join("\n\n");
    const closing = "Please write back if you have a question.\n\nIlse Maronde\nSallow Bay School\n";
    expect(both?.text).toBe(["Dear Ewa Wójcik,", position("Ana", 85), position("Bo", 45), closing].join("\n\n"));
    expect(both?.html.match(/<table/g)).toHaveLength(2);
    expect(alone?.text).toBe(["Dear Olu Ode,", position("Cy", 55), closing].join("\n\n"));
  });

  test("is the same as ever for who has one child, and nothing is found in it that is not there", () => {
    const single = planNote(index, { ...note, perFamily: false });
    const [ofCy] = [...noteLetters(index, note, single.letters)].slice(-1);
    const family = [...noteLetters(index, note, planNote(index, note).letters)].at(-1);
    expect(family?.rendered).toEqual(ofCy?.rendered);
    expect(checkNote(index, note, planNote(index, note), instantOf("2026-11-24", 12))).toEqual([]);
  });
});

describe("random letters", () => {
  const inline: fc.Arbitrary<InlineNode> = fc.oneof(
    fc
      .string({ minLength: 1, unit: fc.constantFrom("a", "B", "é", "&", "<", ">", '"', "'", "ع", "語", "%") })
      .map(text),
    fc.constantFrom("student.firstName", "overall", "class.name", "category.Quizzes").map((id) => field(id, "none")),
    fc.constant<InlineNode>({ type: "hardBreak" }),
    fc.record({
      type: fc.constant("text" as const),
      text: fc.constantFrom("bold", "words"),
      marks: fc.subarray<Mark>([{ type: "bold" }, { type: "italic" }]),
    }),
  );
  const inlines = fc.array(inline, { maxLength: 5 });
  const { list } = fc.letrec<{ list: ListNode; item: ListNode["content"][number] }>((tie) => ({
    item: fc.record({
      type: fc.constant("listItem" as const),
      content: fc
        .tuple(inlines, fc.option(tie("list"), { depthSize: "small", nil: undefined }))
        .map(([content, nested]) => [{ type: "paragraph" as const, content }, ...(nested ? [nested] : [])]),
    }),
    list: fc.record({
      type: fc.constantFrom("bulletList" as const, "orderedList" as const),
      content: fc.array(tie("item"), { minLength: 1, maxLength: 3 }),
    }) as fc.Arbitrary<ListNode>,
  }));
  const plain: fc.Arbitrary<PlainBlockNode> = fc.oneof(
    inlines.map((content): PlainBlockNode => ({ type: "paragraph", content })),
    inlines.map((content): PlainBlockNode => ({ type: "heading", attrs: { level: 2 }, content })),
    fc.constantFrom<PlainBlockNode>(
      { type: "averagesTable" },
      { type: "missingWork", attrs: { whenNothing: "Nothing." } },
    ),
    list,
    fc
      .array(
        fc.array(
          fc.record({
            type: fc.constantFrom("tableCell" as const, "tableHeader" as const),
            content: inlines.map((content) => [{ type: "paragraph" as const, content }]),
          }),
          { minLength: 1, maxLength: 3 },
        ),
        { minLength: 1, maxLength: 3 },
      )
      .map(
        (rows): PlainBlockNode => ({
          type: "table",
          content: rows.map((content) => ({ type: "tableRow", content })),
        }),
      ),
  );
  /** Ana has an overall average of 43 % and misses one assignment. */
  const condition = fc.constantFrom<{ holds: boolean | undefined; condition: Condition }>(
    { holds: true, condition: { kind: "overall", comparison: "below", percent: 70 } },
    { holds: true, condition: { kind: "missing", atLeast: 1 } },
    { holds: false, condition: { kind: "nothing missing" } },
    { holds: undefined, condition: { kind: "category", category: "Quizzes", comparison: "below", percent: 100 } },
  );
  const sides = fc.array(plain, { minLength: 1, maxLength: 3 });
  const holding = new WeakMap<object, boolean | undefined>();
  const passage = fc
    .tuple(fc.array(condition, { minLength: 1, maxLength: 2 }), sides, sides)
    .map(([conditions, then, otherwise]): ConditionalTextNode => {
      const node: ConditionalTextNode = {
        type: "passage",
        attrs: { match: "all", conditions: conditions.map((one) => one.condition) },
        content: [
          { type: "passageThen", content: then },
          { type: "passageOtherwise", content: otherwise },
        ],
      };
      holding.set(
        node,
        conditions.some(({ holds }) => holds === false) ? false : conditions.every(({ holds }) => holds) || undefined,
      );
      return node;
    });
  const block: fc.Arbitrary<BlockNode> = fc.oneof({ weight: 4, arbitrary: plain }, { weight: 1, arbitrary: passage });
  const body = fc.array(block, { maxLength: 6 }).map((content) => doc(...content));

  test("HTML and text say the same, word for word", () => {
    const context = contextOf();
    fc.assert(
      fc.property(body, (document) => {
        const { html, text: plain } = render(document, context);
        const withoutHead = plain.replace(/^(Labs|Quizzes|Overall): /gm, "$1");
        expect(squeezed(wordsOf(html).replaceAll(" Category  Average ", ""))).toBe(squeezed(withoutHead));
      }),
      { numRuns: 300 },
    );
  });

  test("the compiled letter equals a plain walk of the tree", () => {
    const context = contextOf("O’Dwyer & <Sons>");
    /** The text of a letter, made the slow way: node by node, nothing joined beforehand. */
    const plainInline = (node: InlineNode): string =>
      node.type === "text"
        ? node.text
        : node.type === "hardBreak"
          ? "\n"
          : plainValue(fieldById(node.attrs.field)?.value(context)) || node.attrs.fallback;
    const plainList = (node: ListNode, indent: string): string =>
      node.content
        .map((item, place) => {
          const marker = node.type === "bulletList" ? "- " : `${place + 1}. `;
          return item.content
            .map((child) =>
              child.type === "paragraph"
                ? `${indent}${marker}${(child.content ?? []).map(plainInline).join("")}\n`
                : plainList(child, `${indent}  `),
            )
            .join("");
        })
        .join("");
    const plainBlock = (node: BlockNode): string => {
      if (node.type === "passage") {
        const holds = holding.get(node);
        // Neither side stands where it is not known.
        if (holds === undefined) return "";
        const { content } = node.content[holds ? 0 : 1];
        const isBlank = content.every((one) => one.type === "paragraph" && one.content?.length === 0);
        return isBlank ? "" : content.map(plainBlock).join("");
      }
      if (node.type === "paragraph" || node.type === "heading")
        return `${(node.content ?? []).map(plainInline).join("")}\n\n`;
      if (node.type === "bulletList" || node.type === "orderedList") return `${plainList(node, "")}\n`;
      if (node.type === "table") {
        const rows = node.content.map(({ content }) =>
          content.map((cell) => (cell.content[0]?.content ?? []).map(plainInline).join("")).join(" | "),
        );
        return `${rows.map((row) => `${row}\n`).join("")}\n`;
      }
      if (node.type === "picture") return "";
      if (node.type === "signature") return plainBlock(PLAIN_SIGNATURE.content[0] as PlainBlockNode);
      const model = blockModel(node, context);
      if (model.kind === "picture" || model.kind === "paragraphs") throw new Error("The random letters have none.");
      if (model.kind === "table") return `${model.rows.map((row) => `${row.join(": ")}\n`).join("")}\n`;
      return model.kind === "list" ? `${model.items.map((item) => `- ${item}\n`).join("")}\n` : `${model.text}\n\n`;
    };
    fc.assert(
      fc.property(body, (document) => {
        expect(render(document, context).text).toBe(`${document.content.map(plainBlock).join("").trimEnd()}\n`);
      }),
      { numRuns: 300 },
    );
  });
});
