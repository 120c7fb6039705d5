import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { PRODUCT_TAGS } from "../language/productTags";
import { READY_MADE_DESIGNS, type ReportChoice } from "../model/reportChoice";
import { worldOf } from "../model/world";
import { CHECK_DAY, CHECK_WORLDS } from "../testing/checkWorlds";
import type { PaperBlock, PaperInline } from "./paperContent";
import { runOf } from "./paperRun";
import { reportFileName, uniqueNames } from "./reportFileName";
import { type ReportDraft, reportPaper } from "./reportPaper";

const scene = (CHECK_WORLDS["families with half-brothers"] as () => ReturnType<(typeof CHECK_WORLDS)[string]>)();
const index = new FiguresIndex(worldOf(scene.records), CHECK_DAY, scene.past);
const of = (studentId: string) => ({ studentId, classId: "class" });
const A4 = "a4" as const;
const draw = (choice: ReportChoice, about: { studentId: string; classId: string }[], language = "en", from = index) =>
  reportPaper(from, choice, about, "winter", language) as ReportDraft;

/** All words of a paper, in reading order. */
function wordsOf(blocks: readonly PaperBlock[]): string {
  const inline = (nodes: readonly PaperInline[]) =>
    nodes.map((node) => (typeof node === "string" ? node : node.type === "text" ? node.text : " ")).join("");
  return blocks
    .map((block) => {
      switch (block.type) {
        case "bullets":
        case "numbers":
          return block.content.map(wordsOf).join("\n");
        case "table":
          return [block.head, ...block.content]
            .map((row) => row.map(({ content }) => inline(content)).join(" | "))
            .join("\n");
        case "paragraph":
        case "heading":
        case "sign":
          return inline(block.content);
        default:
          return "";
      }
    })
    .join("\n");
}

describe.each(READY_MADE_DESIGNS)("the design “%s”", (design) => {
  test.each(PRODUCT_TAGS)("says who it is about and how things stand, in %s", (language) => {
    const { paper, unfilled } = draw({ design, paper: A4 }, [of("Dmitri")], language);
    expect([paper.name, paper.language]).toEqual(["Dmitri Voss", language]);
    expect(paper.direction).toBe(language === "ar" ? "rtl" : "ltr");
    expect(wordsOf(paper.content)).toContain("Dmitri Voss");
    if (design !== "slip" && design !== "feedback") expect(wordsOf(paper.content)).toMatch(/\d\s?%/);
    if (design !== "certificate" && design !== "feedback") expect(wordsOf(paper.content)).toContain("Tide table");
    expect(unfilled).toEqual([]);
    for (const other of ["Salma", "Rose", "Célestin"]) expect(wordsOf(paper.content)).not.toContain(other);
  });
});

test("a report has the figures of the engine, the scores of the term, and no names of the class", () => {
  const { paper, fileName } = draw({ design: "progress", paper: A4 }, [of("Dmitri")], "en");
  const words = wordsOf(paper.content);
  const { overall } = index.figures("class", "Dmitri", "winter");
  expect(words).toContain(`Overall | ${overall?.shown}\u00a0%`);
  expect(words).toMatch(/Salinity lab \| .+ \| \d+ of 20 \| /);
  expect(words).toMatch(/Tide table \| .+ \| missing \| /);
  expect(words).toMatch(/half of the averages lie between \d+\s%/);
  expect(fileName).toBe("Progress report Dmitri Voss, Winter term.pdf");
});

test("in a class of four nobody’s place is told", () => {
  const few = worldOf({
    ...scene.records,
    classes: scene.records.classes.map((one) => ({ ...one, studentIds: one.studentIds.slice(0, 4) })),
  });
  const { paper } = draw({ design: "progress", paper: A4 }, [of("Ana")], "en", new FiguresIndex(few, CHECK_DAY));
  expect(wordsOf(paper.content)).not.toContain("half of the averages");
});

test("a family’s report has a part for each child, and a run keeps the pictures of its papers apart", () => {
  const both = draw({ design: "progress", paper: A4 }, [of("Ana"), of("Bo")], "en");
  expect(both.paper.name).toBe("Ana Wójcik, Bo Wójcik");
  expect(both.paper.content.filter(({ type }) => type === "pageBreak")).toHaveLength(1);
  expect(both.paper.head[0]).toBe("Ana Wójcik and Bo Wójcik");
  const choice = { design: "meeting", paper: A4 } as const;
  const drafts = ["Ana", "Rose"].map((id) => draw(choice, [of(id)], "en"));
  const { run, pictures } = runOf(drafts, { title: "Meetings", author: "", language: "en" });
  const named = run.papers.flatMap(({ content }) =>
    content.flatMap((block) => (block.type === "image" ? [block.file] : [])),
  );
  expect(named).toEqual(["/pictures/0.png", "/pictures/1.png"]);
  expect(Object.keys(pictures)).toEqual(named);
});

describe("names of files", () => {
  test.each([
    [["a/b: c?", "“x”"], "a b c “x”.pdf"],
    [["con"], "Report con.pdf"],
    [["..", " . "], "Report.pdf"],
    [["x".repeat(300)], `${"x".repeat(100)}.pdf`],
    [["Zoe\u0308", "\u202eAna\n"], "Zoë Ana.pdf"],
  ])("%j", (parts, name) => expect(reportFileName(parts)).toBe(name));

  test("are good everywhere, whatever they are made of, and different from each other", () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: "binary" }), { minLength: 1, maxLength: 4 }), (parts) => {
        const name = reportFileName(parts);
        expect(name).toMatch(/^[^<>:"/\\|?*\p{Cc}]{1,110}\.pdf$/u);
        expect(name).not.toMatch(/^[. ]|[. ]\.pdf$/);
      }),
    );
    expect(uniqueNames(["Ana.pdf", "ana.pdf", "Ana (2).pdf", "Ana.pdf"])).toEqual([
      "Ana.pdf",
      "ana (2).pdf",
      "Ana (2) (2).pdf",
      "Ana (3).pdf",
    ]);
  });
});
