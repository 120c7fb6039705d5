import type { FiguresIndex } from "../figures/figuresIndex";
import { baseLanguage, isRightToLeft } from "../language/languageTag";
import { fieldWriter } from "../letter/fields/fieldWriter";
import type { LetterContext } from "../letter/fields/letterContext";
import { valueForEach } from "../letter/fields/valueForEach";
import { letterContexts } from "../letter/noteLetters";
import type { InlineNode } from "../model/letterBody";
import type { ReportChoice } from "../model/reportChoice";
import { fullName } from "../model/student";
import type { Period } from "../model/term";
import type { Match } from "../selection/planNote";
import { designOf, isOfAllClasses, isReadyMade, partsOf } from "./designs";
import { PageContent } from "./pageContent";
import { OF_DESIGN, type Paper, type PaperPage, type PaperPictures } from "./paperContent";
import { paperLook } from "./paperLook";
import type { ReportDesign } from "./reportDesign";
import { reportFileName } from "./reportFileName";

/** One report, ready to be drawn: all that its file is made from. */
export interface ReportDraft {
  readonly paper: Paper;
  readonly page: PaperPage;
  readonly accent: string;
  readonly pictures: PaperPictures;
  /** Whether it is meant for one page. */
  readonly onePage: boolean;
  /** Without a path, and not yet made unique. */
  readonly fileName: string;
  /** Fields that hold nothing. */
  readonly unfilled: readonly string[];
  /** What somebody wrote, as far as it stands in it. */
  readonly written: readonly string[];
  /** Students whose photo would stand in it and who have none. */
  readonly withoutPhoto: readonly string[];
}

type About = Pick<Match, "studentId" | "classId">;

/** The report of one student, or of the children of one family, in a language. They must exist. None where its design is gone. */
export function reportPaper(
  index: FiguresIndex,
  choice: ReportChoice,
  about: readonly About[],
  period: Period,
  language: string,
): ReportDraft | undefined {
  const design = designOf(index.world, choice.design, language);
  if (!design) return undefined;
  const contexts = reportContexts(index, about, period, language);
  const content = new PageContent(choice.assignment, !isReadyMade(design.id));
  const { before, each, after } = partsOf(design);
  const hasParts = isOfAllClasses(design);
  const byStudent = new Map<string, LetterContext[]>();
  for (const context of contexts)
    byStudent.set(context.student.id, [...(byStudent.get(context.student.id) ?? []), context]);
  const pages = [...byStudent.values()].flatMap((own, place) => {
    const [one] = own;
    if (!one) return [];
    const parts = hasParts
      ? [
          ...content.blocks(before, one),
          ...own.flatMap((context) => content.blocks(each, context)),
          ...content.blocks(after, one),
        ]
      : own.flatMap((context, at) => [
          ...(at > 0 ? [{ type: "pageBreak" } as const] : []),
          ...content.blocks(each, context),
        ]);
    return [...(place > 0 ? [{ type: "pageBreak" } as const] : []), ...parts];
  });
  const { head: letterHead, accent } = paperLook(index.world);
  const { withLetterHead, ground: _kept, ...look } = design.page;
  const behind = behindWords(design);
  const head = withLetterHead ? letterHead : undefined;
  const names = [...byStudent.values()].map(([one]) => (one ? fullName(one.student) : ""));
  const strip = (nodes: readonly InlineNode[] | undefined) => content.strip(nodes, contexts);
  return {
    paper: {
      name: names.join(", "),
      language: baseLanguage(language),
      direction: isRightToLeft(language) ? "rtl" : "ltr",
      ...(head && { letterHead: head.head }),
      head: strip(design.head.content[0]?.content),
      foot: strip(design.foot.content[0]?.content),
      content: pages,
    },
    page: { ...look, paper: choice.paper, ...(behind && { ground: behind.path }) },
    accent,
    pictures: { ...content.pictures, ...head?.pictures, ...(behind && { [behind.path]: behind.url }) },
    onePage: design.onePage,
    fileName: reportFileName([
      lineOf(design.fileName.content[0]?.content, contexts) || `${design.name} ${names.join(", ")}`,
    ]),
    unfilled: [...new Set(content.unfilled)],
    written: content.written,
    withoutPhoto: [...new Set(content.withoutPhoto)],
  };
}

/** The picture behind the words of a design, by name: it would be too much to carry along with each paper. */
function behindWords({ id, changedAt, page: { ground } }: ReportDesign): { path: string; url: string } | undefined {
  if (!ground) return undefined;
  const ending = ground.startsWith("data:image/png") ? "png" : "jpg";
  return { path: `/pictures/ground.${ending}`, url: `${OF_DESIGN}${changedAt}/${id}` };
}

/** What a report can speak of, in a language, for each of those it is about. They must exist. */
export function reportContexts(
  index: FiguresIndex,
  about: readonly About[],
  period: Period,
  language: string,
): [LetterContext, ...LetterContext[]] {
  const matches = about.map((one): Match => ({ ...one, reasons: [] }));
  const [first] = matches;
  const student = index.world.students.get(first?.studentId ?? "");
  if (!first || !student) throw new Error("A report is about nobody.");
  const name = fullName(student);
  const recipient = { kind: "student", id: student.id, name, address: "", addressIsGood: false, relation: "" } as const;
  return letterContexts(
    index,
    { id: "", selection: { period } as never },
    { key: "", match: first, matches, recipient },
    language,
  );
}

/** A line of words and fields, as it is for all that a report is about. */
function lineOf(nodes: readonly InlineNode[] = [], contexts: readonly LetterContext[]): string {
  return nodes
    .map((node) => {
      if (node.type !== "field") return node.type === "text" ? node.text : " ";
      const { attrs } = node;
      return valueForEach({ attrs, write: fieldWriter(attrs) }, contexts) || attrs.fallback;
    })
    .join("")
    .replace(/[,\s]+$/u, "");
}
