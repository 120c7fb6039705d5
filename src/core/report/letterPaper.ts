import type { FiguresIndex } from "../figures/figuresIndex";
import { baseLanguage, isRightToLeft } from "../language/languageTag";
import { writingIn } from "../letter/fields/writingIn";
import { languageOf, letterContexts, wordsFor } from "../letter/noteLetters";
import type { Note } from "../model/note";
import type { PlannedLetter } from "../selection/planNote";
import { PageContent } from "./pageContent";
import type { PaperBlock, PaperInline, PaperPage } from "./paperContent";
import { paperLook } from "./paperLook";
import type { DrawnFrom } from "./paperRun";

/** The page of a letter on paper: room at the left to be filed, marks where to fold it. */
const LETTER_PAGE: Omit<PaperPage, "paper"> = {
  across: false,
  margin: [24, 22, 20, 25],
  frame: false,
  toAPage: 1,
  foldMarks: true,
};

/** Where a letter on paper goes, as far as it is known. */
function postalLines({ world }: FiguresIndex, { recipient: { id } }: PlannedLetter): string[] {
  return (world.guardians.get(id)?.postalAddress ?? "").split("\n");
}

function lines(words: readonly string[]): PaperInline[] {
  return words.filter(Boolean).flatMap((line, at) => (at > 0 ? [{ type: "break" }, line] : [line]));
}

/** A letter of a note as it is printed: whose it is, the day, its subject, its words; for several children one after the other. */
export function letterPaper(index: FiguresIndex, note: Note, planned: PlannedLetter): DrawnFrom {
  const words = wordsFor(note, languageOf(index, planned));
  const contexts = letterContexts(index, note, planned, words.language);
  const [first] = contexts;
  const content = new PageContent();
  const { paper, accent, head, whose } = paperLook(index.world);
  const subject = content.inline(words.subject.content[0]?.content, first);
  const opening: PaperBlock[] = [
    { type: "paragraph", content: lines([first.recipient.name, ...postalLines(index, planned)]) },
    { type: "gap", height: 10 },
    { type: "paragraph", align: "end", content: [writingIn(words.language).day(index.today, "long")] },
    { type: "heading", level: 2, content: subject },
  ];
  const body = contexts.flatMap((context, place): PaperBlock[] => [
    ...(place > 0 ? [{ type: "pageBreak" } as const] : []),
    ...content.blocks(words.body.content, context),
  ]);
  return {
    paper: {
      name: first.recipient.name,
      language: baseLanguage(words.language),
      direction: isRightToLeft(words.language) ? "rtl" : "ltr",
      ...(head && { letterHead: head.head }),
      // The head of the letter says it already.
      head: head ? [] : [whose],
      foot: [],
      content: [...opening, ...body],
    },
    page: { ...LETTER_PAGE, paper },
    accent,
    pictures: { ...content.pictures, ...head?.pictures },
  };
}
