import { describe, expect, test } from "vitest";
import { classDaysOf } from "../figures/classDays";
import { FiguresIndex } from "../figures/figuresIndex";
import { addDays } from "../model/day";
import { type BlockNode, type InlineNode, letterBodySchema, type PlainBlockNode } from "../model/letterBody";
import type { Note } from "../model/note";
import type { Score } from "../model/score";
import { PLAIN_SIGNATURE } from "../model/settings";
import type { Statement } from "../model/statement";
import { worldOf } from "../model/world";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleWorld } from "../testing/sampleClass";
import { compileLetter } from "./compileLetter";
import type { LetterContext } from "./fields/letterContext";

import { contextOf, doc, field, paragraph, render, squeezed, text, wordsOf } from "./testing/sampleLetter";

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
