import type { Paper, PaperBlock, PaperInline } from "./paperContent";

/** All words that stand in a paper, in reading order: its head, its foot, its page. */
export function* wordsOfPaper({ letterHead, head, foot, content }: Paper): Generator<string> {
  if (letterHead) yield* [letterHead.school, letterHead.line];
  yield* inlineWords(head);
  yield* inlineWords(foot);
  yield* blockWords(content);
}

/** Whether nothing stands on the page itself: no word and no picture. Headings and lines to sign on say nothing alone. */
export function isEmptyPaper({ content }: Paper): boolean {
  for (const words of blockWords(saying(content))) if (/[\p{L}\p{N}]/u.test(words)) return false;
  return !hasPicture(content);
}

function saying(blocks: readonly PaperBlock[]): PaperBlock[] {
  return blocks.flatMap((block): PaperBlock[] => {
    if (block.type === "heading" || block.type === "sign") return [];
    if (block.type === "columns") return [{ ...block, content: saying(block.content) }];
    return block.type === "table" ? [{ ...block, head: [] }] : [block];
  });
}

/** What no font that comes along has: signs of scripts that are not among them, and pictures such as faces. */
const NO_GLYPH =
  /(?![\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Devanagari}\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Bopomofo}\p{Script=Common}\p{Script=Inherited}])[\p{L}\p{N}]|(?![#*0-9©®™])\p{Extended_Pictographic}/gu;

/** The characters of a paper that will come out as boxes, as far as their script tells; each once. */
export function unprintable(paper: Paper): string[] {
  const found = new Set<string>();
  for (const words of wordsOfPaper(paper)) for (const [character] of words.matchAll(NO_GLYPH)) found.add(character);
  return [...found];
}

function hasPicture(blocks: readonly PaperBlock[]): boolean {
  return blocks.some((block) => block.type === "image" || (block.type === "columns" && hasPicture(block.content)));
}

function* inlineWords(nodes: readonly PaperInline[]): Generator<string> {
  for (const node of nodes) {
    if (typeof node === "string") yield node;
    else if (node.type === "text") yield node.text;
  }
}

function* blockWords(blocks: readonly PaperBlock[]): Generator<string> {
  for (const block of blocks) {
    switch (block.type) {
      case "paragraph":
      case "heading":
      case "sign":
        yield* inlineWords(block.content);
        break;
      case "bullets":
      case "numbers":
        for (const item of block.content) yield* blockWords(item);
        break;
      case "table":
        for (const row of [block.head, ...block.content]) for (const cell of row) yield* inlineWords(cell.content);
        break;
      case "seats":
        yield block.front.words;
        for (const { name } of block.desks) yield name;
        break;
      case "columns":
        yield* blockWords(block.content);
    }
  }
}
