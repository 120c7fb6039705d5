import type * as z from "zod";
import { isLetterLink, MAX_ALT_CHARACTERS, MAX_SPAN, PICTURE_WIDTHS } from "../model/letterBody";

/** A document as it can be kept, and in words what of it could not stand as it was. */
export interface Fitted<Document> {
  readonly document: Document;
  /** Whether it is just what was given. */
  readonly isAsGiven: boolean;
  readonly changed: readonly string[];
}

interface Loose {
  readonly type?: unknown;
  readonly text?: unknown;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly marks?: readonly Loose[];
  readonly content?: readonly Loose[];
}

/**
 * What an editor holds, as a letter can have it: sizes are clamped, links that lead nowhere become plain words, and of what
 * has no place in a letter the words stay. What was right stays as it is.
 */
export function fitDocument<Document>(schema: z.ZodType<Document>, value: unknown): Fitted<Document> {
  const whole = schema.safeParse(value);
  if (whole.success) return { document: whole.data, isAsGiven: true, changed: [] };
  const changed = new Set<string>();
  const blocks = (contentOf(value as Loose) ?? []).map((block) => fitNode(block, changed));
  const kept = blocks.flatMap((block): unknown[] => {
    if (schema.safeParse({ type: "doc", content: [block] }).success) return [block];
    changed.add("Something that can’t stand in a letter was left out; its words stay.");
    const text = wordsOf(block).trim();
    return text ? [{ type: "paragraph", content: [{ type: "text", text }] }] : [];
  });
  return { document: schema.parse({ type: "doc", content: kept }), isAsGiven: false, changed: [...changed] };
}

function contentOf(node: Loose): readonly Loose[] | undefined {
  return Array.isArray(node?.content) ? node.content : undefined;
}

function fitNode(node: Loose, changed: Set<string>): Loose {
  const content = contentOf(node)?.map((part) => fitNode(part, changed));
  return {
    ...node,
    ...(node.marks && { marks: node.marks.filter((mark) => mayStand(mark, changed)) }),
    ...(node.attrs && { attrs: fitAttributes(node.type, node.attrs) }),
    ...(content && { content }),
  };
}

function mayStand({ type, attrs }: Loose, changed: Set<string>): boolean {
  if (type !== "link") return true;
  const href = String(attrs?.href ?? "");
  if (isLetterLink(href)) return true;
  changed.add(`A link to “${href.slice(0, 60)}” leads nowhere from a letter; its words stay.`);
  return false;
}

function fitAttributes(type: unknown, attrs: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  if (type === "tableCell" || type === "tableHeader") {
    const { colspan, rowspan } = attrs;
    return { ...attrs, colspan: clamped(colspan, 1, MAX_SPAN, 1), rowspan: clamped(rowspan, 1, MAX_SPAN, 1) };
  }
  if (type !== "picture") return attrs;
  const alt = String(attrs.alt ?? "").slice(0, MAX_ALT_CHARACTERS);
  return { ...attrs, alt, width: clamped(attrs.width, ...PICTURE_WIDTHS, 300) };
}

function clamped(value: unknown, least: number, most: number, usual: number): number {
  const number = Math.round(Number(value));
  return Number.isFinite(number) && number !== 0 ? Math.min(most, Math.max(least, number)) : usual;
}

function wordsOf(node: Loose): string {
  if (typeof node.text === "string") return node.text;
  return (contentOf(node) ?? []).map(wordsOf).join(" ");
}
