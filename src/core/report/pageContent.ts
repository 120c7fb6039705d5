import { blockKind, blockModel, liveBlocks } from "../letter/blockKinds";
import type { BlockModel } from "../letter/blocks/blockKind";
import { fieldWriter } from "../letter/fields/fieldWriter";
import type { LetterContext } from "../letter/fields/letterContext";
import { valueForEach } from "../letter/fields/valueForEach";
import { WRITTEN_FIELDS } from "../letter/letterInMaking";
import { blockText } from "../letter/mailDocument";
import type { FieldNode, InlineNode, ListNode, PlainBlockNode, TableNode } from "../model/letterBody";
import { ownValue } from "../model/ownValue";
import type { PageBlockNode } from "../model/pageDesign";
import { fullName } from "../model/student";
import { compileSelection } from "../selection/compileSelection";
import { MM_PER_PX } from "./millimetres";
import { automaticWords, checklistsTable, commentsOf, rubricBlocks, scoresTable } from "./ownBlocks";
import { PAGE_FIELDS } from "./pageFields";
import { KEPT_APART, type PaperBlock, type PaperInline, type PaperPictures } from "./paperContent";

const PLACES: Readonly<Record<string, "page" | "pages" | "space" | undefined>> = {
  [PAGE_FIELDS.number]: "page",
  [PAGE_FIELDS.count]: "pages",
  [PAGE_FIELDS.space]: "space",
};
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
  /** Students whose photo would stand there and who have none. */
  readonly withoutPhoto: string[] = [];

  constructor(
    /** The title of the assignment that is spoken of where a block leaves that open. */
    private readonly assignment = "",
    /** Whether the words of the page were typed by the teacher, and are read like those of a letter. */
    private readonly isTyped = false,
  ) {}

  get pictures(): PaperPictures {
    return Object.fromEntries(this.found);
  }

  blocks(blocks: readonly PageBlockNode[], context: LetterContext): PaperBlock[] {
    return blocks.flatMap((block) => this.block(block, context));
  }

  /** Words and fields; where several children and classes are spoken of at once, `others`, a field names each. */
  inline(
    nodes: readonly InlineNode[] = [],
    context: LetterContext,
    others: readonly LetterContext[] = [],
  ): PaperInline[] {
    return nodes.map((node): PaperInline => {
      if (node.type === "hardBreak") return { type: "break" };
      const text = node.type === "text" ? node.text : this.value(node.attrs, context, others);
      if (this.isTyped && node.type === "text") this.written.push(text);
      const marks = (node.marks ?? []).flatMap(({ type }) => (type === "link" ? [] : [type]));
      const link = (node.marks ?? []).find((mark) => mark.type === "link")?.attrs.href;
      if (marks.length === 0 && link === undefined) return text;
      return { type: "text", text, ...(marks.length > 0 && { marks }), ...(link !== undefined && { link }) };
    });
  }

  /** The line at the head or the foot of a page. */
  strip(
    nodes: readonly InlineNode[] = [],
    [context, ...others]: readonly [LetterContext, ...LetterContext[]],
  ): PaperInline[] {
    return nodes.flatMap((node): PaperInline[] => {
      const place = node.type === "field" ? ownValue(PLACES, node.attrs.field) : undefined;
      return place ? [{ type: place }] : this.inline([node], context, others);
    });
  }

  private value(attrs: FieldNode["attrs"], context: LetterContext, others: readonly LetterContext[]): string {
    const write = fieldWriter(attrs);
    const own = others.length > 0 ? valueForEach({ attrs, write }, [context, ...others]) : write(context);
    const text = own || attrs.fallback;
    if (!text) this.unfilled.push(attrs.field);
    if (text && WRITTEN_FIELDS.test(attrs.field)) this.written.push(text);
    return text;
  }

  private block(block: PageBlockNode, context: LetterContext): PaperBlock[] {
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
        const [on, off, unknown] = block.content;
        const { holds } = compileSelection(block.attrs)(context.row);
        const side = holds === undefined ? unknown : holds ? on : off;
        return this.blocks(side?.content ?? [], context);
      }
      case "scores":
        this.written.push(...commentsOf(context));
        return scoresTable(context);
      case "standing":
        return automaticWords(context);
      case "checklists":
        return checklistsTable(context);
      case "rubric": {
        const made = rubricBlocks(context, block.attrs.assignment || this.assignment, block.attrs.whenNothing);
        this.written.push(...made.written);
        return made.blocks;
      }
      case "photo":
        return this.photo(context, block.attrs.width);
      case "largeLine":
        return [
          {
            type: "paragraph",
            size: block.attrs.size,
            align: "center",
            content: this.inline(block.content, context),
          },
        ];
      case "signatureLine":
        if (this.isTyped) this.written.push(block.attrs.words);
        return [{ type: "sign", content: [block.attrs.words] }];
      case "gap":
        return [{ type: "gap", height: block.attrs.height }];
      case "pageBreak":
        return [{ type: "pageBreak" }];
      case "columns":
        return [{ type: "columns", count: block.attrs.count, content: this.blocks(block.content, context) }];
      case "eachClass":
      case "afterClasses":
        return [];
      default:
        return this.live(block, context);
    }
  }

  private live(block: PlainBlockNode, context: LetterContext): PaperBlock[] {
    const [live] = liveBlocks({ type: "doc", content: [block] });
    if (!live) return [];
    const model = blockModel(live, context);
    if (blockKind(live.type).isWritten) this.written.push(blockText(model));
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

  private photo({ student }: LetterContext, width: number): PaperBlock[] {
    if (!student.photo) {
      this.withoutPhoto.push(student.id);
      return [];
    }
    const file = `/pictures/${student.photo}.jpg`;
    this.found.set(file, `${KEPT_APART}${student.photo}`);
    return [{ type: "image", file, width, alt: fullName(student) }];
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
