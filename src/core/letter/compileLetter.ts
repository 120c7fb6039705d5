import { blockModel, type LiveBlockNode } from "./blocks";
import { type Field, fieldById } from "./fields";
import type { LetterContext } from "./letterContext";
import type { BlockNode, FieldNode, InlineNode, LetterBody, LetterSubject, ListNode, Mark } from "./letterDocument";
import { blockHtml, blockText, escapeHtml, mailDocument, STYLES } from "./mailHtml";

export interface RenderedLetter {
  readonly subject: string;
  /** A whole HTML document with inline styles. */
  readonly html: string;
  readonly text: string;
  /** Ids of fields without a value and without anything that stands in. */
  readonly unfilled: readonly string[];
}

/**
 * A note's words as one function that makes a letter from a context.
 * All that is the same in every letter is joined beforehand, so that a letter costs its values and one pass of
 * joining. The HTML and the text are made side by side from the same tree.
 */
export function compileLetter(words: {
  subject: LetterSubject;
  body: LetterBody;
}): (context: LetterContext) => RenderedLetter {
  const slots = new FieldSlots();
  const subject = new Track();
  for (const node of words.subject.content[0]?.content ?? []) compileInline(node, slots, new Track(), subject);
  const html = new Track();
  const text = new Track();
  for (const block of words.body.content) compileBlock(block, slots, html, text, "");

  return (context) => {
    const values = slots.values(context);
    const blocks = new Map<LiveBlockNode, ReturnType<typeof blockModel>>();
    const subjectLine = subject.join(values.text, context, blocks).replace(/\s+/g, " ").trim();
    return {
      subject: subjectLine,
      html: mailDocument(subjectLine, html.join(values.html, context, blocks)),
      text: `${text.join(values.text, context, blocks).trimEnd()}\n`,
      unfilled: values.unfilled,
    };
  };
}

type BlockCache = Map<LiveBlockNode, ReturnType<typeof blockModel>>;
type Part = string | number | { block: LiveBlockNode; draw: (model: ReturnType<typeof blockModel>) => string };

/** A run of parts: fixed text, places of fields, blocks. Fixed text that meets is joined at once. */
class Track {
  private readonly parts: Part[] = [];

  add(part: Part): void {
    const last = this.parts.at(-1);
    if (typeof part === "string" && typeof last === "string") this.parts[this.parts.length - 1] = last + part;
    else this.parts.push(part);
  }

  join(values: readonly string[], context: LetterContext, blocks: BlockCache): string {
    let joined = "";
    for (const part of this.parts) {
      if (typeof part === "string") joined += part;
      else if (typeof part === "number") joined += values[part];
      else {
        let model = blocks.get(part.block);
        if (!model) {
          model = blockModel(part.block, context);
          blocks.set(part.block, model);
        }
        joined += part.draw(model);
      }
    }
    return joined;
  }
}

/** The distinct fields of a letter: each is worked out once, however often it stands in the text. */
class FieldSlots {
  private readonly slots: { id: string; field: Field | undefined; fallback: string }[] = [];

  placeOf({ attrs }: FieldNode): number {
    const known = this.slots.findIndex((slot) => slot.id === attrs.field && slot.fallback === attrs.fallback);
    if (known >= 0) return known;
    return this.slots.push({ id: attrs.field, field: fieldById(attrs.field), fallback: attrs.fallback }) - 1;
  }

  values(context: LetterContext): { text: string[]; html: string[]; unfilled: string[] } {
    const text: string[] = [];
    const html: string[] = [];
    const unfilled: string[] = [];
    for (const { id, field, fallback } of this.slots) {
      const value = printable(field?.value(context) ?? "") || fallback;
      if (!value) unfilled.push(id);
      text.push(value);
      html.push(escapeHtml(value));
    }
    return { text, html, unfilled };
  }
}

/** Control characters and marks that turn the direction of writing have no place in a value. */
function printable(value: string): string {
  return UNPRINTABLE.test(value) ? value.replace(EVERY_UNPRINTABLE, " ").trim() : value;
}
const UNPRINTABLE = /[\p{Cc}\u202a-\u202e\u2066-\u2069]/u;
const EVERY_UNPRINTABLE = new RegExp(UNPRINTABLE, "gu");

function compileBlock(block: BlockNode, slots: FieldSlots, html: Track, text: Track, indent: string): void {
  switch (block.type) {
    case "paragraph":
    case "heading": {
      const tag = block.type === "paragraph" ? "p" : `h${block.attrs.level}`;
      const style = block.type === "paragraph" ? STYLES.paragraph : STYLES[`heading${block.attrs.level}`];
      html.add(`<${tag} style="${style}">`);
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
    case "averagesTable":
    case "missingWork":
      html.add({ block, draw: blockHtml });
      text.add({ block, draw: blockText });
      text.add("\n");
  }
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

function compileInline(node: InlineNode, slots: FieldSlots, html: Track, text: Track): void {
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
      return `<a href="${escapeHtml(mark.attrs.href)}" style="${STYLES.link}">`;
  }
}
