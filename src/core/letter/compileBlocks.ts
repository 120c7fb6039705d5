import type { Align, BlockNode, InlineNode, ListNode, Mark, PlainBlockNode, TableNode } from "../model/letterBody";
import { ConditionalText, type FieldSlots, Track } from "./letterInMaking";
import { escapeAttribute, escapeHtml, STYLES } from "./mailDocument";

/** Blocks of a letter as two runs of parts, its HTML and its text, made side by side. */
export function compileBlocks(blocks: readonly BlockNode[], slots: FieldSlots): { html: Track; text: Track } {
  const tracks = { html: new Track(), text: new Track() };
  for (const block of blocks) compileBlock(block, slots, tracks.html, tracks.text, "");
  return tracks;
}

function compileBlock(block: BlockNode, slots: FieldSlots, html: Track, text: Track, indent: string): void {
  switch (block.type) {
    case "paragraph":
    case "heading": {
      const tag = block.type === "paragraph" ? "p" : `h${block.attrs.level}`;
      const style = block.type === "paragraph" ? STYLES.paragraph : STYLES[`heading${block.attrs.level}`];
      html.add(`<${tag} style="${style}${alignStyle(block.attrs?.textAlign)}">`);
      for (const node of block.content ?? []) compileInline(node, slots, html, text);
      html.add(`</${tag}>`);
      text.add("\n\n");
      return;
    }
    case "bulletList":
    case "orderedList":
      compileList(block, slots, html, text, indent);
      if (!indent) text.add("\n");
      return;
    case "table":
      compileTable(block, slots, html, text);
      return;
    case "passage": {
      const passage = new ConditionalText(block);
      const [on, off, unknown] = block.content;
      const side = (content: readonly PlainBlockNode[] = []) => compileBlocks(isBlank(content) ? [] : content, slots);
      const sides = { on: side(on.content), off: side(off.content), unknown: side(unknown?.content) };
      html.add({ passage, on: sides.on.html, off: sides.off.html, unknown: sides.unknown.html });
      text.add({ passage, on: sides.on.text, off: sides.off.text, unknown: sides.unknown.text });
      return;
    }
    case "picture": {
      // It has no words of its own: the plain text goes without it.
      const { src, alt, width } = block.attrs;
      html.add(
        `<p style="${STYLES.paragraph}"><img src="${src}" alt="${escapeAttribute(alt)}" width="${width}" style="${STYLES.picture}"></p>`,
      );
      return;
    }
    case "signature":
      return;
    default:
      html.add({ block });
      text.add({ block });
      text.add("\n");
  }
}

/** A side of a conditional text where nothing was written leaves no empty line behind. */
function isBlank(content: readonly PlainBlockNode[]): boolean {
  return content.every((block) => block.type === "paragraph" && (block.content ?? []).length === 0);
}

function compileList(list: ListNode, slots: FieldSlots, html: Track, text: Track, indent: string): void {
  const tag = list.type === "bulletList" ? "ul" : "ol";
  html.add(`<${tag} style="${STYLES.list}">`);
  list.content.forEach((item, place) => {
    html.add(`<li style="${STYLES.item}">`);
    item.content.forEach((child, line) => {
      if (child.type !== "paragraph") {
        compileList(child, slots, html, text, `${indent}  `);
        return;
      }
      const marker = list.type === "bulletList" ? "- " : `${place + 1}. `;
      text.add(indent + (line === 0 ? marker : " ".repeat(marker.length)));
      if (line > 0) html.add("<br>");
      for (const node of child.content ?? []) compileInline(node, slots, html, text);
      text.add("\n");
    });
    html.add("</li>");
  });
  html.add(`</${tag}>`);
}

/** Each row is a line of the text, its cells parted by bars. */
function compileTable({ content: rows }: TableNode, slots: FieldSlots, html: Track, text: Track): void {
  html.add(`<table style="${STYLES.ownTable}"><tbody>`);
  for (const { content: cells } of rows) {
    html.add("<tr>");
    cells.forEach(({ type, attrs, content }, place) => {
      const [tag, style] = type === "tableHeader" ? ["th", STYLES.ownHeadCell] : ["td", STYLES.ownCell];
      html.add(`<${tag} style="${style}"${spans(attrs)}>`);
      if (place > 0) text.add(" | ");
      content.forEach((paragraph, line) => {
        html.add(`<p style="${STYLES.cellParagraph}${alignStyle(paragraph.attrs?.textAlign)}">`);
        if (line > 0) text.add(" ");
        for (const node of paragraph.content ?? []) compileInline(node, slots, html, text);
        html.add("</p>");
      });
      html.add(`</${tag}>`);
    });
    html.add("</tr>");
    text.add("\n");
  }
  html.add("</tbody></table>");
  text.add("\n");
}

function spans(attrs: { colspan: number; rowspan: number } | undefined): string {
  const span = (name: string, count = 1) => (count > 1 ? ` ${name}="${count}"` : "");
  return span("colspan", attrs?.colspan) + span("rowspan", attrs?.rowspan);
}

function alignStyle(align: Align): string {
  return align ? `;text-align:${align}` : "";
}

/** Compiles the words of one line into both forms, field by field. */
export function compileInline(node: InlineNode, slots: FieldSlots, html: Track, text: Track): void {
  if (node.type === "hardBreak") {
    html.add("<br>");
    text.add("\n");
    return;
  }
  const marks = node.marks ?? [];
  for (const mark of marks) html.add(openTag(mark));
  if (node.type === "text") {
    html.add(escapeHtml(node.text));
    text.add(node.text);
  } else {
    const place = slots.placeOf(node);
    html.add(place);
    text.add(place);
  }
  for (const mark of marks.toReversed()) {
    html.add(CLOSE_TAGS[mark.type]);
    if (mark.type === "link" && !(node.type === "text" && node.text === mark.attrs.href)) {
      text.add(` (${mark.attrs.href})`);
    }
  }
}

const CLOSE_TAGS = { bold: "</strong>", italic: "</em>", underline: "</u>", link: "</a>" } as const;

function openTag(mark: Mark): string {
  switch (mark.type) {
    case "bold":
      return "<strong>";
    case "italic":
      return "<em>";
    case "underline":
      return "<u>";
    case "link":
      return `<a href="${escapeAttribute(mark.attrs.href)}" style="${STYLES.link}">`;
  }
}
