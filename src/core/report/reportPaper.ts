import type { FiguresIndex } from "../figures/figuresIndex";
import { baseLanguage, isRightToLeft } from "../letter/letterWords";
import { letterContexts } from "../letter/noteLetters";
import type { ReportChoice } from "../model/reportChoice";
import { classLabel } from "../model/schoolClass";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "../model/settings";
import { fullName } from "../model/student";
import { type Period, periodName } from "../model/term";
import type { Match } from "../selection/planNote";
import { PageContent } from "./pageContent";
import type { Paper, PaperInline, PaperPictures, PaperRun } from "./paperContent";
import { readyMadeDesign } from "./readyMadeDesigns";
import { reportFileName } from "./reportFileName";
import { reportWordsIn } from "./reportWords";

/** One report, ready to be drawn. */
export interface ReportDraft {
  readonly paper: Paper;
  readonly pictures: PaperPictures;
  /** Without a path, and not yet made unique. */
  readonly fileName: string;
  /** Fields that hold nothing. */
  readonly unfilled: readonly string[];
  /** What somebody wrote, as far as it stands in it. */
  readonly written: readonly string[];
}

type About = Pick<Match, "studentId" | "classId">;

/** The report of one student, or of the children of one family, in a language. They must exist. */
export function reportPaper(
  index: FiguresIndex,
  { design: id }: ReportChoice,
  about: readonly About[],
  period: Period,
  language: string,
): ReportDraft {
  const design = readyMadeDesign(id, language);
  const matches = about.map((one): Match => ({ ...one, reasons: [] }));
  const [first] = matches;
  const student = index.world.students.get(first?.studentId ?? "");
  if (!first || !student) throw new Error("A report is about nobody.");
  const name = fullName(student);
  const recipient = { kind: "student", id: student.id, name, address: "", addressIsGood: false, relation: "" } as const;
  const contexts = letterContexts(
    index,
    { selection: { period } as never },
    { key: "", match: first, matches, recipient },
    language,
  );
  const content = new PageContent();
  const byStudent = new Map<string, (typeof contexts)[number][]>();
  for (const context of contexts)
    byStudent.set(context.student.id, [...(byStudent.get(context.student.id) ?? []), context]);
  const pages = [...byStudent.values()].flatMap((own, place) => {
    const [one] = own;
    if (!one) return [];
    const parts = design.isOfAllClasses
      ? [
          ...content.blocks(design.before, one),
          ...own.flatMap((context) => content.blocks(design.each, context)),
          ...content.blocks(design.after, one),
        ]
      : own.flatMap((context, at) => [
          ...(at > 0 ? [{ type: "pageBreak" } as const] : []),
          ...content.blocks(design.each, context),
        ]);
    return [...(place > 0 ? [{ type: "pageBreak" } as const] : []), ...parts];
  });
  const { schoolName } = index.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const term = periodName(period, [...index.world.terms.values()]) ?? "";
  const [context] = contexts;
  const place = design.isOfAllClasses || contexts.length > 1 ? "" : classLabel(context.schoolClass);
  const names = [...byStudent.values()].map(([one]) => (one ? fullName(one.student) : ""));
  return {
    paper: {
      name: names.join(", "),
      language: baseLanguage(language),
      direction: isRightToLeft(language) ? "rtl" : "ltr",
      head: design.hasStrips ? [[place, term].filter(Boolean).join(", ")] : [],
      foot: design.hasStrips ? footOf(schoolName, language) : [],
      content: pages,
    },
    pictures: content.pictures,
    fileName: reportFileName([design.name, [names.join(", "), term].filter(Boolean).join(", ")]),
    unfilled: [...new Set(content.unfilled)],
    written: content.written,
  };
}

function footOf(schoolName: string, language: string): PaperInline[] {
  const counted = reportWordsIn(language)
    .page("page", "pages")
    .map((part): PaperInline => (part === "page" || part === "pages" ? { type: part } : part));
  return [schoolName, { type: "space" }, ...counted];
}

/** Drafts as one run. */
export function runOf(
  drafts: readonly ReportDraft[],
  { design, paper }: ReportChoice,
  about: { readonly title: string; readonly author: string; readonly language: string; readonly twoSided?: boolean },
): { run: PaperRun; pictures: PaperPictures } {
  const { papers, pictures } = gathered(drafts);
  return {
    run: {
      title: about.title,
      author: about.author ? [about.author] : [],
      language: baseLanguage(about.language),
      page: { ...readyMadeDesign(design, about.language).page, paper },
      twoSided: about.twoSided ?? false,
      papers,
    },
    pictures,
  };
}

/** Papers of one run: the pictures of several are told apart by their paths. */
export function gathered(drafts: readonly Pick<ReportDraft, "paper" | "pictures">[]): {
  papers: Paper[];
  pictures: PaperPictures;
} {
  const pictures: Record<string, string> = {};
  const papers = drafts.map(({ paper: own, pictures: theirs }, place): Paper => {
    const entries = Object.entries(theirs);
    if (entries.length === 0) return own;
    const moved = new Map(entries.map(([path]) => [path, path.replace("/pictures/", `/pictures/${place}-`)]));
    for (const [path, url] of entries) pictures[moved.get(path) ?? path] = url;
    return {
      ...own,
      content: own.content.map((block) =>
        block.type === "image" ? { ...block, file: moved.get(block.file) ?? block.file } : block,
      ),
    };
  });
  return { papers, pictures };
}
