import { type BlockModel, blockModel, liveBlocks } from "../letter/blockModel";
import { fieldWriter } from "../letter/fieldWriter";
import type { LetterContext } from "../letter/letterContext";
import { blockText } from "../letter/mailDocument";
import type { InlineNode, ListNode, PlainBlockNode, TableNode } from "../model/letterBody";
import { compileSelection } from "../selection/compileSelection";
import { checklistsTable, commentsOf, scoresTable, standingWords } from "./ownBlocks";
import type { PaperBlock, PaperInline, PaperPictures } from "./paperContent";
import type { ReportBlock } from "./reportBlocks";

const MM_PER_PX = 25.4 / 96;
/** Wider than this no picture stands on a page; in mm. */
const WIDEST_PICTURE_MM = 165;
/** Deeper lists than this can’t be drawn. */
const DEEPEST_LIST = 12;

/** Puts blocks for one student onto paper. Pictures are gathered, each under the path that its block names. */
export class PageContent {
  private readonly found = new Map<string, string>();
  /** What somebody wrote, as far as it stands in it: comments, the class log. What comes from the record is not among it. */
  readonly written: string[] = [];
  /** Fields without a value and without anything that stands in. */
  readonly unfilled: string[] = [];

  get pictures(): PaperPictures {
    return Object.fromEntries(this.found);
  }

  blocks(blocks: readonly ReportBlock[], context: LetterContext): PaperBlock[] {
    return blocks.flatMap((block) => this.block(block, context));
  }

  inline(nodes: readonly InlineNode[] = [], context: LetterContext): PaperInline[] {
    return nodes.map((node): PaperInline => {
      if (node.type === "hardBreak") return { type: "break" };
      const text = node.type === "text" ? node.text : this.value(node.attrs, context);
      const marks = (node.marks ?? []).flatMap(({ type }) => (type === "link" ? [] : [type]));
      const link = (node.marks ?? []).find((mark) => mark.type === "link")?.attrs.href;
      if (marks.length === 0 && link === undefined) return text;
      return { type: "text", text, ...(marks.length > 0 && { marks }), ...(link !== undefined && { link }) };
    });
  }

  private value(attrs: Parameters<typeof fieldWriter>[0] & { fallback: string }, context: LetterContext): string {
    const text = fieldWriter(attrs)(context) || attrs.fallback;
    if (!text) this.unfilled.push(attrs.field);
    return text;
  }

  private block(block: ReportBlock, context: LetterContext): PaperBlock[] {
    switch (block.type) {
      case "paragraph":
        return [
          { type: "paragraph", content: this.inline(block.content, context), ...aligned(block.attrs?.textAlign) },
        ];
      case "heading":
        return [
          {
            type: "heading",
            level: block.attrs.level === 2 ? 1 : 2,
            content: this.inline(block.content, context),
            ...aligned(block.attrs.textAlign),
          },
        ];
      case "bulletList":
      case "orderedList":
        return [this.list(block, context, 0)];
      case "table":
        return [this.table(block, context)];
      case "picture":
        return [this.picture(block.attrs.src, block.attrs.alt, block.attrs.width * MM_PER_PX)];
      case "signature":
        return this.blocks(
          context.settings.signature.content.filter(({ type }) => type !== "signature"),
          context,
        );
      case "passage": {
        const [on, off] = block.content;
        const isOn = compileSelection(block.attrs)(context.row).position === "selected";
        return this.blocks((isOn ? on : off).content, context);
      }
      case "scores":
        this.written.push(...commentsOf(context));
        return scoresTable(context);
      case "standing":
        return standingWords(context);
      case "checklists":
        return checklistsTable(context);
      case "large":
        return [{ type: "paragraph", size: block.size, align: "center", content: this.inline(block.content, context) }];
      case "sign":
        return [{ type: "sign", content: [block.words] }];
      case "gap":
      case "pageBreak":
        return [block];
      default:
        return this.live(block, context);
    }
  }

  private live(block: PlainBlockNode, context: LetterContext): PaperBlock[] {
    const [live] = liveBlocks({ type: "doc", content: [block] });
    if (!live) return [];
    const model = blockModel(live, context);
    if (live.type === "classLog" || live.type === "assignmentScore") this.written.push(blockText(model));
    return this.drawn(model);
  }

  private drawn(model: BlockModel): PaperBlock[] {
    switch (model.kind) {
      case "sentence":
        return model.text ? [{ type: "paragraph", content: [model.text] }] : [];
      case "paragraphs":
        return model.texts.map((text): PaperBlock => ({ type: "paragraph", content: [text] }));
      case "list":
        return [{ type: "bullets", content: model.items.map((item) => [{ type: "paragraph", content: [item] }]) }];
      case "picture":
        return [this.picture(model.src, model.words, WIDEST_PICTURE_MM * 0.75)];
      case "table":
        return [
          {
            type: "table",
            widths: model.head.map((_head, column) => (column === 0 ? 2 : 1)),
            head: model.head.map((text) => ({ content: [text] })),
            content: model.rows.map((row) => row.map((text) => ({ content: [text] }))),
          },
        ];
    }
  }

  private picture(src: string, alt: string, width: number): PaperBlock {
    const [, kind = "png"] = /^data:image\/(\w+);/.exec(src) ?? [];
    const known = [...this.found].find(([, url]) => url === src)?.[0];
    const file = known ?? `/pictures/${this.found.size}.${kind === "jpeg" ? "jpg" : kind}`;
    this.found.set(file, src);
    return { type: "image", file, width: Math.min(width, WIDEST_PICTURE_MM), alt };
  }

  private list(list: ListNode, context: LetterContext, depth: number): PaperBlock {
    return {
      type: list.type === "bulletList" ? "bullets" : "numbers",
      content: list.content.map((item) =>
        item.content.flatMap((child): PaperBlock[] => {
          if (child.type === "paragraph") return [{ type: "paragraph", content: this.inline(child.content, context) }];
          return depth < DEEPEST_LIST ? [this.list(child, context, depth + 1)] : [];
        }),
      ),
    };
  }

  private table({ content: rows }: TableNode, context: LetterContext): PaperBlock {
    const cells = rows.map(({ content }) =>
      content.map(({ type, attrs, content: paragraphs }) => ({
        isHead: type === "tableHeader",
        columns: attrs?.colspan ?? 1,
        rows: attrs?.rowspan ?? 1,
        content: paragraphs.flatMap(({ content: inline }, place) => [
          ...(place > 0 ? [{ type: "break" } as const] : []),
          ...this.inline(inline, context),
        ]),
      })),
    );
    const [first = []] = cells;
    const width = first.reduce((sum, { columns }) => sum + columns, 0);
    const hasHead = first.length > 0 && first.every(({ isHead, rows: down }) => isHead && down === 1);
    return {
      type: "table",
      widths: Array<number>(Math.max(1, width)).fill(1),
      head: hasHead ? first : [],
      content: hasHead ? cells.slice(1) : cells,
    };
  }
}

function aligned(align: "left" | "center" | "right" | null | undefined): { align?: "start" | "center" | "end" } {
  if (align === "center") return { align: "center" };
  return align === "right" ? { align: "end" } : {};
}
