import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { checkNote } from "../check/checkNote";
import { classDaysOf } from "../figures/classDays";
import { FiguresIndex } from "../figures/figuresIndex";
import type { Condition } from "../model/condition";
import { addDays, instantOf } from "../model/day";
import {
  type BlockNode,
  type ConditionalTextNode,
  type InlineNode,
  type LetterBody,
  type ListNode,
  letterBodySchema,
  type Mark,
  type PlainBlockNode,
} from "../model/letterBody";
import type { Note } from "../model/note";
import type { Score } from "../model/score";
import { PLAIN_SIGNATURE } from "../model/settings";
import type { Statement } from "../model/statement";
import { worldOf } from "../model/world";
import { countsSentence, planCounts } from "../selection/planCounts";
import { planNote } from "../selection/planNote";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { blockModel } from "./blockKinds";
import { compileLetter } from "./compileLetter";
import { fieldById } from "./fields/fieldsFor";
import type { FieldValue } from "./fields/fieldValue";
import type { LetterContext } from "./fields/letterContext";
import { letterContexts, noteLetters } from "./noteLetters";

type Work = NonNullable<Parameters<typeof sampleWorld>[0]>["work"];

function contextOf(givenName = "Ana", other?: Work): LetterContext {
  const student = sampleStudent({ givenName, guardians: [{ guardianId: "guardian", relation: "parent" }] });
  const work = [
    { assignment: sampleAssignment({ id: "a" }), scores: { student: { status: "scored" as const, points: 17 } } },
    {
      assignment: sampleAssignment({ id: "b", title: "Wave tank lab", dueDate: "2026-11-12", order: 2 }),
      scores: { student: { status: "missing" as const } },
    },
  ];
  const index = new FiguresIndex(worldOf(sampleWorld({ students: [student], work: other ?? work })), "2026-11-24");
  const note = startNote("progress", { id: "note", now: 0, period: "winter" });
  const [letter] = planNote(index, note).letters;
  if (!letter) throw new Error("The sample has no letter.");
  return letterContexts(index, note, letter, "en")[0];
}

const doc = (...content: BlockNode[]): LetterBody => ({ type: "doc", content });
const paragraph = (...content: InlineNode[]): BlockNode => ({ type: "paragraph", content });
const text = (words: string): InlineNode => ({ type: "text", text: words });
const field = (id: string, fallback = ""): InlineNode => ({
  type: "field",
  attrs: { field: id, fallback, format: "", upperFirst: false },
});
const render = (body: LetterBody, context = contextOf(), subject: InlineNode[] = [text("Subject")]) =>
  compileLetter(
    { subject: { type: "doc", content: [{ type: "paragraph", content: subject }] }, body },
    PLAIN_SIGNATURE,
  )([context]);
/** What stands between the tags, with what separates cells and paragraphs as spaces. */
const wordsOf = (html: string) =>
  html
    .slice(html.indexOf("<body"))
    .replace(/<[^>]*>/g, " ")
    .replace(
      /&(amp|lt|gt|quot|#39);/g,
      (_, name: string) => ({ amp: "&", lt: "<", gt: ">", quot: '"', "#39": "'" })[name] ?? "",
    );
const squeezed = (words: string) => words.replace(/^\s*(-|\d+\.)( |$)/gm, "").replace(/[\s:|]/g, "");

describe("a letter", () => {
  test("carries the student's own values in subject, HTML and text", () => {
    const note: Note = startNote("progress", { id: "note", now: 0, period: "winter" });
    const letter = compileLetter(note, PLAIN_SIGNATURE)([contextOf()]);
    expect(letter.subject).toBe("Ana in Earth Systems 9");
    expect(letter.unfilled).toEqual([]);
    expect(letter.text).toBe(
      [
        "Dear Ewa Wójcik,",
        "This is how things stand for Ana in Earth Systems 9 (Winter term). The overall average is 43\u00a0%.",
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

  test("the class log and the work to come stand in HTML and text alike, with links that lead there", () => {
    const context = contextOf();
    const day = (daysAgo: number, text: string) => ({
      id: text,
      classId: "class",
      day: addDays(context.today, -daysAgo),
      text,
    });
    const ahead = (days: number, title: string) =>
      sampleAssignment({ id: title, title, dueDate: addDays(context.today, days) });
    const records = sampleWorld({});
    const world = worldOf({
      ...records,
      logEntries: [
        day(0, "Read https://harbour.example/tides?a=1&b=2, then\nwrote."),
        day(13, "Tide gauge"),
        day(14, "Too long ago"),
        { ...day(1, "Of another class"), classId: "other" },
      ],
      assignments: [ahead(3, "Harbour model"), ahead(0, "Tide table"), ahead(14, "Too far ahead"), ahead(-1, "Past")],
    });
    const body = doc(
      { type: "classLog", attrs: { days: 14, whenNothing: "none" } },
      { type: "upcomingWork", attrs: { days: 14, whenNothing: "none" } },
    );
    const letter = render(body, { ...context, classDays: classDaysOf(world, "class", context.today) });
    expect(letter.text).toBe(
      [
        "- 24 November 2026: Read https://harbour.example/tides?a=1&b=2, then wrote.",
        "- 11 November 2026: Tide gauge\n",
        "- Tide table (Labs, due 24 November 2026, 20 points)",
        "- Harbour model (Labs, due 27 November 2026, 20 points)\n",
      ].join("\n"),
    );
    expect(letter.html).toContain('<a href="https://harbour.example/tides?a=1&amp;b=2" style=');
    expect(squeezed(wordsOf(letter.html))).toContain(
      squeezed("Read https://harbour.example/tides?a=1&b=2, then wrote."),
    );
    const nothing = render(body, { ...context, classDays: classDaysOf(worldOf(records), "class", context.today) });
    expect(nothing.text).toBe("none\n\nnone\n");
  });

  test("a quotation mark or a right-to-left letter in a link or beside a picture stays where it is", () => {
    const href = 'https://x.example/?q="><script>alert(1)</script>&n=عمر';
    const link: InlineNode = { type: "text", text: "here", marks: [{ type: "link", attrs: { href } }] };
    const src = "data:image/png;base64,AAAA";
    const { html } = render(doc(paragraph(link), { type: "picture", attrs: { src, alt: 'عمر "x"', width: 40 } }));
    expect(html).not.toContain("<script>");
    expect(html).toContain('href="https://x.example/?q=&quot;&gt;&lt;script&gt;alert(1)&lt;/script&gt;&amp;n=عمر"');
    expect(html).toContain('alt="عمر &quot;x&quot;"');
  });

  test("a statement speaks for the range of the shown average; without an average or a statement it is unfilled", () => {
    const context = contextOf();
    const ranges = [
      { from: 0, text: "low" },
      { from: 43, text: "middle" },
      { from: 43.5, text: "high" },
    ];
    const indexWith = (statements: Statement[]) =>
      new FiguresIndex(worldOf({ ...sampleWorld({}), statements }), context.today);
    const index = indexWith([{ id: "s", name: "Overall", ranges }]);
    const letter = (part: Partial<LetterContext>) =>
      render(doc(paragraph(field("statement.Overall"))), { ...context, index, ...part });
    // 42.5 % is shown as 43 %.
    expect(letter({}).text).toBe("middle\n");
    expect(letter({ figures: { ...context.figures, overall: undefined } }).unfilled).toEqual(["statement.Overall"]);
    expect(letter({ index: indexWith([]) }).unfilled).toEqual(["statement.Overall"]);
  });

  test("a field is written in the format that was picked, and begins a sentence with a capital where that is asked", () => {
    const written = (id: string, format: string, upperFirst = false) =>
      render(doc(paragraph({ type: "field", attrs: { field: id, fallback: "", format, upperFirst } }))).text.trim();
    expect(
      ["", "0 decimals", "1 decimal", "2 decimals", "grade label"].map((format) => written("overall", format)),
    ).toEqual(["43\u00a0%", "43\u00a0%", "42.5\u00a0%", "42.50\u00a0%", "C"]);
    const assignment = "assignment.score.salinity LAB";
    expect(["", "points", "percent", "no such format"].map((format) => written(assignment, format))).toEqual([
      "17 of 20",
      "17",
      "85\u00a0%",
      "17 of 20",
    ]);
    expect(written("assignment.score.Wave tank lab", "")).toBe("missing");
    expect(written("assignment.due.Salinity lab", "short")).toBe("10 Nov");
    expect(written("missing.count", "number")).toBe("1");
    expect(written("missing.list", "")).toBe("Wave tank lab");
    expect(written("handingIn.best", "")).toBe("Wave tank lab");
    expect(written("class.median", "1 decimal")).toBe("42.5\u00a0%");
    expect(written("assignment.status.Wave tank lab", "", true)).toBe("Missing");
  });

  test("what stands on the side of a passage that a letter does not have is never asked: no field there is unfilled", () => {
    const side = (node: InlineNode): PlainBlockNode[] => [{ type: "paragraph", content: [node] }];
    const passage = (atLeast: number): BlockNode => ({
      type: "passage",
      attrs: { match: "all", conditions: [{ kind: "missing", atLeast }] },
      content: [
        { type: "passageThen", content: side(text("misses some")) },
        { type: "passageOtherwise", content: side(field("category.Quizzes")) },
      ],
    });
    expect(render(doc(passage(1)))).toMatchObject({ text: "misses some\n", unfilled: [] });
    expect(render(doc(passage(2)))).toMatchObject({ text: "\n", unfilled: ["category.Quizzes"] });
  });

  test("the table of averages lists what is wanted, missing work is a list or a table, and handing in is foretold", () => {
    const shown = (block: BlockNode) => render(doc(block)).text;
    expect(shown({ type: "averagesTable", attrs: { leftOut: ["quizzes"], withOverall: false } })).toBe(
      "Labs: 43\u00a0%\n",
    );
    expect(shown({ type: "missingWork", attrs: { whenNothing: "", as: "list", details: ["overdue"] } })).toBe(
      "- Wave tank lab (12 days overdue)\n",
    );
    const table = { type: "missingWork", attrs: { whenNothing: "", as: "table" } } as const;
    expect(shown(table)).toBe("Wave tank lab | Labs | 12 November 2026 | 20\n");
    expect(render(doc(table)).html).toContain(">Points</th>");
    expect(shown({ type: "handingIn", attrs: { whenNothing: "" } })).toBe(
      "43\u00a0% now; about 85\u00a0% with what is missing handed in.\n",
    );
  });

  test("a trend is a picture that says the same in words; an assignment's block has score and comment", () => {
    const context = contextOf();
    const trend = { type: "trend", attrs: { whenNothing: "Not enough yet." } } as const;
    const letter = render(doc(trend), context);
    expect(letter.text).toBe("10 Nov 85\u00a0%, 12 Nov 43\u00a0%.\n");
    expect(letter.html).toMatch(
      /<img src="data:image\/png;base64,iVBOR[A-Za-z0-9+/=]+" alt="10 Nov 85\u00a0%, 12 Nov 43\u00a0%\."/,
    );
    const assignment = (title: string) =>
      render(doc({ type: "assignmentScore", attrs: { assignment: title, whenNothing: "Nothing." } }), context).text;
    expect(assignment("Salinity lab")).toBe("Salinity lab: 17 of 20\n");
    expect(assignment("Wave tank lab")).toBe("Wave tank lab: missing\n");
    expect(assignment("No such lab")).toBe("Nothing.\n");
  });

  test("what was said of an assignment stands by its rubric's order, and the list of missing work keeps to chosen assignments", () => {
    const rubric = ["Method", "Writing", "Care"].map((name) => ({
      id: name.toLowerCase(),
      name,
      levels: [
        { id: "weak", label: "weak" },
        { id: "sound", label: "sound", sentence: "Every step is there." },
      ],
    }));
    const score: Score = {
      status: "scored",
      points: 17,
      comment: "Mind the units.",
      levels: { care: "sound", method: "weak", gone: "sound" },
    };
    const context = contextOf("Ana", [
      { assignment: sampleAssignment({ rubric }), scores: { student: score } },
      {
        assignment: sampleAssignment({ id: "second", title: "Tide table" }),
        scores: { student: { status: "missing" } },
      },
      {
        assignment: sampleAssignment({ id: "third", title: "Wave tank lab" }),
        scores: { student: { status: "missing" } },
      },
    ]);
    const block = { type: "assignmentScore", attrs: { assignment: "Salinity lab", whenNothing: "" } } as const;
    expect(render(doc(block), context).text).toBe(
      "Salinity lab: 17 of 20\nMethod: weak\nCare: sound. Every step is there.\nMind the units.\n",
    );
    const missing = (assignments: string[]) =>
      render(doc({ type: "missingWork", attrs: { whenNothing: "None of them.", details: [], assignments } }), context)
        .text;
    expect(missing([])).toBe("- Tide table\n- Wave tank lab\n");
    expect(missing(["tide  table", "Salinity lab"])).toBe("- Tide table\n");
    expect(missing(["Salinity lab"])).toBe("None of them.\n");
  });

  test("a picture travels along with its words, and one from elsewhere can't be in a letter", () => {
    const picture = (src: string): BlockNode => ({
      type: "picture",
      attrs: { src, alt: 'A "tide" table', width: 300 },
    });
    const inside = "data:image/png;base64,iVBORw0KGgo=";
    expect(render(doc(picture(inside))).html).toContain(
      `<img src="${inside}" alt="A &quot;tide&quot; table" width="300"`,
    );
    for (const src of [
      "https://elsewhere.example/x.png",
      "data:image/svg+xml;base64,AAAA",
      'data:image/png;base64,A"x',
    ])
      expect(letterBodySchema.safeParse(doc(picture(src))).success, src).toBe(false);
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
  const condition = fc.constantFrom<{ holds: boolean; condition: Condition }>(
    { holds: true, condition: { kind: "overall", comparison: "below", percent: 70 } },
    { holds: true, condition: { kind: "missing", atLeast: 1 } },
    { holds: false, condition: { kind: "nothing missing" } },
    { holds: false, condition: { kind: "category", category: "Quizzes", comparison: "below", percent: 100 } },
  );
  const sides = fc.array(plain, { minLength: 1, maxLength: 3 });
  const holding = new WeakMap<object, boolean>();
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
        conditions.every(({ holds }) => holds),
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
        const { content } = node.content[holding.get(node) ? 0 : 1];
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
