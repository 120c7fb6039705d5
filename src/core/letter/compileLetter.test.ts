import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import type { Note } from "../model/note";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { sampleAssignment, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { blockModel } from "./blocks";
import { compileLetter } from "./compileLetter";
import { fieldById } from "./fields";
import type { LetterContext } from "./letterContext";
import {
  type BlockNode,
  type InlineNode,
  type LetterBody,
  type ListNode,
  letterBodySchema,
  type Mark,
} from "./letterDocument";
import { letterContext } from "./noteLetters";
import { startNote } from "./starterNotes";

function contextOf(givenName = "Ana"): LetterContext {
  const student = sampleStudent({ givenName, guardians: [{ guardianId: "guardian", relation: "parent" }] });
  const work = [
    { assignment: sampleAssignment({ id: "a" }), scores: { student: { status: "scored" as const, points: 17 } } },
    {
      assignment: sampleAssignment({ id: "b", title: "Wave tank lab", dueDate: "2026-11-12", order: 2 }),
      scores: { student: { status: "missing" as const } },
    },
  ];
  const index = new FiguresIndex(worldOf(sampleWorld({ students: [student], work })), "2026-11-24");
  const note = startNote("progress", { id: "note", now: 0, period: "winter" });
  const [letter] = planNote(index, note).letters;
  if (!letter) throw new Error("The sample has no letter.");
  return letterContext(index, note, letter);
}

const doc = (...content: BlockNode[]): LetterBody => ({ type: "doc", content });
const paragraph = (...content: InlineNode[]): BlockNode => ({ type: "paragraph", content });
const text = (words: string): InlineNode => ({ type: "text", text: words });
const field = (id: string, fallback = ""): InlineNode => ({ type: "field", attrs: { field: id, fallback } });
const render = (body: LetterBody, context = contextOf(), subject: InlineNode[] = [text("Subject")]) =>
  compileLetter({ subject: { type: "doc", content: [{ type: "paragraph", content: subject }] }, body })(context);
/** What stands between the tags, with what separates cells and paragraphs as spaces. */
const wordsOf = (html: string) =>
  html
    .slice(html.indexOf("<body"))
    .replace(/<[^>]*>/g, " ")
    .replace(
      /&(amp|lt|gt|quot|#39);/g,
      (_, name: string) => ({ amp: "&", lt: "<", gt: ">", quot: '"', "#39": "'" })[name] ?? "",
    );
const squeezed = (words: string) => words.replace(/^\s*(-|\d+\.)( |$)/gm, "").replace(/[\s:]/g, "");

describe("a letter", () => {
  test("carries the student's own values in subject, HTML and text", () => {
    const note: Note = startNote("progress", { id: "note", now: 0, period: "winter" });
    const letter = compileLetter(note)(contextOf());
    expect(letter.subject).toBe("Ana in Earth Systems 9");
    expect(letter.unfilled).toEqual([]);
    expect(letter.text).toBe(
      [
        "Dear Ewa Wójcik,",
        "this is how things stand for Ana in Earth Systems 9 (Winter term). The overall average is 43\u00a0%.",
        "Labs: 43\u00a0%\nQuizzes: no scores yet\nOverall: 43\u00a0%",
        "Work that is still missing:",
        "- Wave tank lab (Labs, due 12 November 2026, 20 points)",
        "Please write back if you have a question.",
        "Ilse Maronde\nSallow Bay School\n",
      ].join("\n\n"),
    );
    expect(letter.html).toContain("The overall average is 43\u00a0%.");
  });

  test("a field without a value takes what stands in; without that it is unfilled", () => {
    const letter = render(
      doc(
        paragraph(field("category.Quizzes", "not yet"), text(" "), field("category.Quizzes"), field("no such field")),
      ),
    );
    expect(letter.text).toBe("not yet\n");
    expect(letter.unfilled).toEqual(["category.Quizzes", "no such field"]);
  });

  test("values are escaped in HTML, and stay what they are in the text", () => {
    const letter = render(doc(paragraph(field("student.firstName"))), contextOf(`<script>alert("x")</script> & 'co'`), [
      field("student.firstName"),
    ]);
    expect(letter.html).not.toContain("<script");
    expect(wordsOf(letter.html)).toContain(`<script>alert("x")</script> & 'co'`);
    expect(letter.text).toContain(`<script>alert("x")</script> & 'co'`);
  });

  test("a value can't break out of a header line nor turn the direction of the text", () => {
    const letter = render(doc(paragraph(text("x"))), contextOf("Ana\r\nBcc: all@x.example\u202e"), [
      field("student.firstName"),
    ]);
    expect(letter.subject).toBe("Ana Bcc: all@x.example");
  });

  test("values in right-to-left scripts are isolated in HTML", () => {
    expect(render(doc(paragraph(field("student.firstName"))), contextOf("عمر")).html).toContain("<bdi>عمر</bdi>");
  });

  test("only what is named can be in a letter", () => {
    const script = { type: "doc", content: [{ type: "script", content: [] }] };
    const link = {
      type: "doc",
      content: [
        {
          type: "paragraph",
          content: [{ type: "text", text: "x", marks: [{ type: "link", attrs: { href: "javascript:alert(1)" } }] }],
        },
      ],
    };
    expect(letterBodySchema.safeParse(script).success).toBe(false);
    expect(letterBodySchema.safeParse(link).success).toBe(false);
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
  const block: fc.Arbitrary<BlockNode> = fc.oneof(
    inlines.map((content): BlockNode => ({ type: "paragraph", content })),
    inlines.map((content): BlockNode => ({ type: "heading", attrs: { level: 2 }, content })),
    fc.constantFrom<BlockNode>({ type: "averagesTable" }, { type: "missingWork", attrs: { whenNothing: "Nothing." } }),
    list,
  );
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
          : fieldById(node.attrs.field)?.value(context) || node.attrs.fallback;
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
      if (node.type === "paragraph" || node.type === "heading")
        return `${(node.content ?? []).map(plainInline).join("")}\n\n`;
      if (node.type === "bulletList" || node.type === "orderedList") return `${plainList(node, "")}\n`;
      const model = blockModel(node, context);
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
