import { baseLanguage } from "../language/languageTag";
import { PLAIN_ACCENT } from "../model/letterHead";
import type { Paper, PaperBlock, PaperPage, PaperPictures, PaperRun } from "./paperContent";

/** What a paper is drawn from. */
export interface DrawnFrom {
  readonly paper: Paper;
  readonly page: PaperPage;
  readonly accent: string;
  readonly pictures: PaperPictures;
}

/** Papers of one look as one run; the pictures of several are told apart by their paths. */
export function runOf(
  drafts: readonly DrawnFrom[],
  about: { readonly title: string; readonly author: string; readonly language: string; readonly twoSided?: boolean },
): { run: PaperRun; pictures: PaperPictures } {
  const pictures: Record<string, string> = {};
  const paths = new Map<string, string>();
  // One picture stands once, however many papers have it.
  const kept = (url: string, path: string) => {
    const known = paths.get(url);
    if (known !== undefined) return known;
    const [, ending = ""] = /(\.\w+)$/.exec(path) ?? [];
    const own = `/pictures/${paths.size}${ending || endingOf(url)}`;
    paths.set(url, own);
    pictures[own] = url;
    return own;
  };
  const papers = drafts.map(({ paper, pictures: theirs }): Paper => {
    const moved = (path: string) => kept(theirs[path] ?? "", path);
    const { letterHead } = paper;
    return {
      ...paper,
      ...(letterHead?.picture && {
        letterHead: { ...letterHead, picture: { ...letterHead.picture, file: moved(letterHead.picture.file) } },
      }),
      content: withPictures(paper.content, moved),
    };
  });
  const [first] = drafts;
  const { ground, ...page } = first?.page ?? EMPTY_PAGE;
  return {
    run: {
      title: about.title,
      author: about.author ? [about.author] : [],
      language: baseLanguage(about.language),
      page: { ...page, ...(ground && { ground: kept(first?.pictures[ground] ?? "", ground) }) },
      accent: first?.accent ?? PLAIN_ACCENT,
      twoSided: about.twoSided ?? false,
      papers,
    },
    pictures,
  };
}

const EMPTY_PAGE: PaperPage = { paper: "a4", across: false, margin: [20, 20, 20, 20], frame: false, toAPage: 1 };

function endingOf(url: string): string {
  return url.startsWith("data:image/png") ? ".png" : ".jpg";
}

function withPictures(blocks: readonly PaperBlock[], moved: (path: string) => string): PaperBlock[] {
  return blocks.map((block) => {
    if (block.type === "image") return { ...block, file: moved(block.file) };
    if (block.type === "seats")
      return { ...block, desks: block.desks.map((desk) => (desk.file ? { ...desk, file: moved(desk.file) } : desk)) };
    return block.type === "columns" ? { ...block, content: withPictures(block.content, moved) } : block;
  });
}
