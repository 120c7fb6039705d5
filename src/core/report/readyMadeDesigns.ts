import { field, missingWork, paragraph, text } from "../letter/letterParts";
import type { InlineNode, PlainBlockNode } from "../model/letterBody";
import type { DesignId } from "../model/reportChoice";
import type { PaperPage } from "./paperContent";
import type { ReportBlock } from "./reportBlocks";
import { reportWordsIn } from "./reportWords";

/** A page design, in the words of one language. */
export interface ReportDesign {
  readonly id: DesignId;
  readonly name: string;
  readonly page: Omit<PaperPage, "paper">;
  /** Whether it is meant for one page; what runs over is said. */
  readonly onePage: boolean;
  /** Whether a student’s classes stand in one paper. */
  readonly isOfAllClasses: boolean;
  /** What stands once, before what is said for each class. */
  readonly before: readonly ReportBlock[];
  readonly each: readonly ReportBlock[];
  readonly after: readonly ReportBlock[];
  readonly hasStrips: boolean;
}

const UPRIGHT: Omit<PaperPage, "paper"> = { across: false, margin: [20, 20, 18, 20], frame: false, toAPage: 1 };

/** A design that comes along, in the words of a language. */
export function readyMadeDesign(id: DesignId, language: string): ReportDesign {
  const words = reportWordsIn(language);
  const plain = { id, page: UPRIGHT, onePage: true, isOfAllClasses: false, before: [], after: [], hasStrips: true };
  switch (id) {
    case "progress":
      return {
        ...plain,
        name: words.progress,
        onePage: false,
        each: [
          title(words.progress),
          whose(),
          { type: "averagesTable" },
          { type: "standing" },
          heading(words.missing),
          missingWork(words.nothingMissing),
          heading(words.scores),
          { type: "scores" },
          { type: "sign", words: words.guardian },
        ],
      };
    case "all classes":
      return {
        ...plain,
        name: words.progressAll,
        onePage: false,
        isOfAllClasses: true,
        before: [title(words.progress), paragraph(bold(field("student.fullName")), ", ", field("term.name"))],
        each: [
          heading(field("class.name"), " ", field("class.block", " ")),
          { type: "averagesTable" },
          missingWork(words.nothingMissing),
        ],
        after: [{ type: "sign", words: words.guardian }],
      };
    case "slip":
      return {
        ...plain,
        name: words.slip,
        page: { ...UPRIGHT, margin: [14, 18, 14, 18], toAPage: 3 },
        each: [title(words.slip), whose(), missingWork(words.nothingMissing), { type: "sign", words: words.guardian }],
        hasStrips: false,
      };
    case "certificate":
      return {
        ...plain,
        name: words.certificate,
        page: { ...UPRIGHT, across: true, margin: [28, 30, 24, 30], frame: true },
        each: [
          { type: "gap", height: 12 },
          large(2.6, words.certificate),
          { type: "gap", height: 8 },
          large(3.2, bold(field("student.fullName"))),
          { type: "gap", height: 3 },
          large(1.5, words.has),
          large(2, bold(field("class.name"))),
          large(1.5, words.withAverage, " ", bold(field("overall", "–"))),
          { type: "gap", height: 10 },
          large(1.1, field("school.name", " "), ", ", field("today")),
          { type: "gap", height: 4 },
          { type: "sign", words: words.teacher },
        ],
        hasStrips: false,
      };
    case "meeting":
      return {
        ...plain,
        name: words.meeting,
        onePage: false,
        each: [
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
          { type: "gap", height: 24 },
          { type: "sign", words: words.guardian },
        ],
      };
  }
}

function whose(): PlainBlockNode {
  return paragraph(
    bold(field("student.fullName")),
    ", ",
    field("class.name"),
    " ",
    field("class.block", " "),
    ", ",
    field("term.name"),
  );
}

function title(words: string): PlainBlockNode {
  return { type: "heading", attrs: { level: 2 }, content: [text(words)] };
}

function heading(...parts: (string | InlineNode)[]): PlainBlockNode {
  return {
    type: "heading",
    attrs: { level: 3 },
    content: parts.map((part) => (typeof part === "string" ? text(part) : part)),
  };
}

function large(size: number, ...parts: (string | InlineNode)[]): ReportBlock {
  return { type: "large", size, content: parts.map((part) => (typeof part === "string" ? text(part) : part)) };
}

function bold(node: InlineNode): InlineNode {
  return node.type === "hardBreak" ? node : { ...node, marks: [{ type: "bold" }] };
}
