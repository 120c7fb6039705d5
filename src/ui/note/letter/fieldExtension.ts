import { mergeAttributes, Node } from "@tiptap/core";
import { ReactNodeViewRenderer } from "@tiptap/react";
import { readJson } from "@/core/formats/readJson";
import { blockKind, LIVE_TYPES } from "@/core/letter/blockKinds";
import { ConditionalTextBlock } from "./ConditionalTextBlock";
import { FieldChip, LiveBlock, SignatureBlock } from "./LiveBlock";

/** A student's value in the text: one atom, moved and deleted whole. */
export const FieldExtension = Node.create({
  name: "field",
  group: "inline",
  inline: true,
  atom: true,
  addAttributes: () => ({
    field: { default: "" },
    fallback: { default: "" },
    format: { default: "" },
    upperFirst: { default: false },
  }),
  parseHTML: () => [
    {
      tag: "span[data-field]",
      getAttrs: (element) => ({
        field: element.getAttribute("data-field"),
        fallback: element.getAttribute("data-fallback") ?? "",
        format: element.getAttribute("data-format") ?? "",
        upperFirst: element.hasAttribute("data-upper-first"),
      }),
    },
  ],
  renderHTML: ({ node, HTMLAttributes }) => [
    "span",
    mergeAttributes(HTMLAttributes, {
      "data-field": node.attrs.field,
      "data-fallback": node.attrs.fallback,
      "data-format": node.attrs.format,
      ...(node.attrs.upperFirst && { "data-upper-first": "" }),
    }),
  ],
  addNodeView: () => ReactNodeViewRenderer(FieldChip, { as: "span" }),
});

/** A picture that the letter carries along; pasted ones from elsewhere are not taken. */
export const PictureExtension = Node.create({
  name: "picture",
  group: "block",
  atom: true,
  addAttributes: () => ({ src: { default: "" }, alt: { default: "" }, width: { default: 300 } }),
  parseHTML: () => [
    {
      tag: 'img[src^="data:image/"]',
      getAttrs: (element) => ({
        src: element.getAttribute("src"),
        alt: element.getAttribute("alt") ?? "",
        width: Number(element.getAttribute("width")) || 300,
      }),
    },
  ],
  renderHTML: ({ HTMLAttributes }) => ["img", HTMLAttributes],
});

/** What of a student or a class stands in the letter as a block, each one atom. */
export const BLOCK_EXTENSIONS = [
  ...LIVE_TYPES.map((type) => {
    const attributes = Object.entries(blockKind(type).begins).map(([name, value]) => [name, { default: value }]);
    return blockExtension(type, Object.fromEntries(attributes), LiveBlock);
  }),
  blockExtension("signature", {}, SignatureBlock),
];

/** The names of these blocks. */
export const LETTER_BLOCK_NAMES = BLOCK_EXTENSIONS.map(({ name }) => name);

/** What can stand on either side of a conditional text: anything but another conditional text. */
const IN_PASSAGE = `(paragraph | heading | bulletList | orderedList | table | picture | ${LETTER_BLOCK_NAMES.join(" | ")})+`;

/** A part of the letter for some: what stands there for whom its conditions hold, and for the others. */
export const PASSAGE_EXTENSIONS = [
  Node.create({
    name: "passage",
    group: "block",
    content: "passageThen passageOtherwise passageUnknown?",
    defining: true,
    isolating: true,
    addAttributes: () => ({ match: { default: "all" }, conditions: { default: [] } }),
    parseHTML: () => [
      {
        tag: "div[data-passage]",
        getAttrs: (element) => setOf(element, "data-passage"),
      },
    ],
    renderHTML: ({ node }) => ["div", { "data-passage": JSON.stringify(node.attrs) }, 0],
    addNodeView: () => ReactNodeViewRenderer(ConditionalTextBlock),
  }),
  conditionalTextSide("passageThen", "then"),
  conditionalTextSide("passageOtherwise", "otherwise"),
  conditionalTextSide("passageUnknown", "unknown"),
];

function conditionalTextSide(name: string, side: string): Node {
  return Node.create({
    name,
    content: IN_PASSAGE,
    isolating: true,
    parseHTML: () => [{ tag: `div[data-side="${side}"]` }],
    renderHTML: () => ["div", { "data-side": side }, 0],
  });
}

/** A block that is one atom, with what can be set of it. */
export function blockExtension(
  name: string,
  attributes: Record<string, { default: unknown }>,
  view: typeof LiveBlock,
): Node {
  return Node.create({
    name,
    group: "block",
    atom: true,
    addAttributes: () => attributes,
    parseHTML: () => [
      {
        tag: `div[data-block="${name}"]`,
        getAttrs: (element) => setOf(element, "data-set"),
      },
    ],
    renderHTML: ({ node }) => ["div", { "data-block": name, "data-set": JSON.stringify(node.attrs) }],
    addNodeView: () => ReactNodeViewRenderer(view),
  });
}

/** What is set of a block, from pasted text; from elsewhere it may be anything. */
function setOf(element: HTMLElement, name: string): Record<string, unknown> {
  return { ...(readJson(element.getAttribute(name) ?? "{}") as object | undefined) };
}
