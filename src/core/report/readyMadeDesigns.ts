import { baseLanguage } from "../language/languageTag";
import { PRODUCT_TAGS } from "../language/productTags";
import { reportWordsIn } from "../languages/productLanguages";
import { field, missingWork, paragraph, text } from "../letter/letterParts";
import type { InlineNode, LetterSubject, PlainBlockNode } from "../model/letterBody";
import type { PageBlockNode, PageDesign, PageLook } from "../model/pageDesign";
import type { ReadyMadeDesignId } from "../model/reportChoice";
import { PAGE_FIELDS } from "./pageFields";
import type { ReportDesign } from "./reportDesign";

const UPRIGHT: PageLook = {
  across: false,
  margin: [20, 20, 18, 20],
  frame: false,
  toAPage: 1,
  withLetterHead: true,
};

/** A design that comes along, in the words of a language. */
export function readyMadeDesign(id: ReadyMadeDesignId, language: string): ReportDesign {
  const words = reportWordsIn(language);
  const strips = { head: headLine(), foot: footLine(language) };
  const none = { head: line(), foot: line() };
  const made = (
    name: string,
    content: PageBlockNode[],
    rest: Partial<Pick<ReportDesign, "page" | "onePage" | "head" | "foot">> = {},
  ): ReportDesign => ({
    id,
    language: baseLanguage(language),
    name,
    page: UPRIGHT,
    onePage: true,
    ...strips,
    ...rest,
    fileName: line(text(`${name} `), field("student.fullName"), text(", "), field("term.name", " ")),
    body: { type: "doc", content },
  });
  switch (id) {
    case "progress":
      return made(
        words.progress,
        [
          title(words.progress),
          whose(),
          { type: "averagesTable" },
          { type: "standing" },
          heading(words.missing),
          missingWork(words.nothingMissing),
          heading(words.scores),
          { type: "scores" },
          signed(words.guardian),
        ],
        { onePage: false },
      );
    case "all classes":
      return made(
        words.progressAll,
        [
          title(words.progress),
          paragraph(bold(field("student.fullName")), ", ", field("term.name")),
          { type: "eachClass" },
          heading(field("class.label")),
          { type: "averagesTable" },
          missingWork(words.nothingMissing),
          { type: "afterClasses" },
          signed(words.guardian),
        ],
        { onePage: false },
      );
    case "slip":
      return made(words.slip, [title(words.slip), whose(), missingWork(words.nothingMissing), signed(words.guardian)], {
        page: { ...UPRIGHT, margin: [14, 18, 14, 18], toAPage: 3, withLetterHead: false },
        ...none,
      });
    case "feedback":
      return made(words.feedback, [
        title(words.feedback),
        whose(),
        { type: "rubric", attrs: { assignment: "", whenNothing: words.notMarked } },
        signed(words.teacher),
      ]);
    case "certificate":
      return made(
        words.certificate,
        [
          gap(12),
          large(2.6, words.certificate),
          gap(8),
          large(3.2, bold(field("student.fullName"))),
          gap(3),
          large(1.5, words.has),
          large(2, bold(field("class.name"))),
          large(1.5, words.withAverage, " ", bold(field("overall", "–"))),
          gap(10),
          large(1.1, field("school.name", " "), " · ", field("today")),
          gap(4),
          signed(words.teacher),
        ],
        { page: { ...UPRIGHT, across: true, margin: [28, 30, 24, 30], frame: true, withLetterHead: false }, ...none },
      );
    case "meeting":
      return made(
        words.meeting,
        [
          title(words.meeting),
          whose(),
          { type: "averagesTable" },
          heading(words.trend),
          { type: "trend", attrs: { whenNothing: "–" } },
          heading(words.missing),
          missingWork(words.nothingMissing),
          { type: "handingIn", attrs: { whenNothing: "" } },
          heading(words.checklists),
          { type: "checklists" },
          heading(words.lately),
          { type: "classLog", attrs: { days: 21, whenNothing: "–" } },
          heading(words.agreed),
          gap(24),
          signed(words.guardian),
        ],
        { onePage: false },
      );
  }
}

/** A design that came along as one of the teacher's own, with its words in every language there is; `now` in ms since the epoch. */
export function copyOfDesign(design: ReportDesign, name: string, made: { id: string; now: number }): PageDesign {
  const id = design.id as ReadyMadeDesignId;
  const others = PRODUCT_TAGS.filter((language) => language !== design.language);
  return {
    ...design,
    id: made.id,
    name,
    variants: others.map((language) => {
      const { head, foot, fileName, body } = readyMadeDesign(id, language);
      return { language, head, foot, fileName, body };
    }),
    changedAt: made.now,
  };
}

/** An empty page to begin with. */
export function emptyDesign(name: string, made: { id: string; now: number }): PageDesign {
  return {
    id: made.id,
    name,
    language: "en",
    page: UPRIGHT,
    onePage: true,
    head: headLine(),
    foot: footLine("en"),
    fileName: line(text(`${name} `), field("student.fullName")),
    body: { type: "doc", content: [title(name), whose(), { type: "paragraph" }] },
    variants: [],
    changedAt: made.now,
  };
}

function headLine(): LetterSubject {
  return line(field("student.fullName"), field(PAGE_FIELDS.space), field("term.name", " "));
}

function footLine(language: string): LetterSubject {
  const counted = reportWordsIn(language).page("page", "pages");
  return line(
    field(PAGE_FIELDS.space),
    ...counted.map((part) =>
      part === "page" ? field(PAGE_FIELDS.number) : part === "pages" ? field(PAGE_FIELDS.count) : text(part),
    ),
  );
}

function line(...content: InlineNode[]): LetterSubject {
  return { type: "doc", content: [{ type: "paragraph", content }] };
}

function whose(): PlainBlockNode {
  return paragraph(bold(field("student.fullName")), ", ", field("class.label"), ", ", field("term.name"));
}

function title(words: string): PlainBlockNode {
  return { type: "heading", attrs: { level: 2 }, content: [text(words)] };
}

function heading(...parts: (string | InlineNode)[]): PlainBlockNode {
  return { type: "heading", attrs: { level: 3 }, content: inlineOf(parts) };
}

function large(size: number, ...parts: (string | InlineNode)[]): PageBlockNode {
  return { type: "largeLine", attrs: { size }, content: inlineOf(parts) };
}

function inlineOf(parts: readonly (string | InlineNode)[]): InlineNode[] {
  return parts.map((part) => (typeof part === "string" ? text(part) : part));
}

function gap(height: number): PageBlockNode {
  return { type: "gap", attrs: { height } };
}

function signed(words: string): PageBlockNode {
  return { type: "signatureLine", attrs: { words } };
}

function bold(node: InlineNode): InlineNode {
  return node.type === "hardBreak" ? node : { ...node, marks: [{ type: "bold" }] };
}
