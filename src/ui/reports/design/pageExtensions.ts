import { Node } from "@tiptap/core";
import { ReactNodeViewRenderer } from "@tiptap/react";
import { LETTER_EXTENSIONS } from "@/ui/note/letter/editorExtensions";
import { blockExtension, LETTER_BLOCK_NAMES } from "@/ui/note/letter/fieldExtension";
import { ColumnsBlock, PageBlock } from "./PageBlock";
import { PAGE_BLOCKS } from "./pageBlocks";

const IN_COLUMNS = [
  "paragraph",
  "heading",
  "bulletList",
  "orderedList",
  "table",
  "picture",
  ...LETTER_BLOCK_NAMES,
  "scores",
  "standing",
  "checklists",
  "rubric",
  "photo",
  "largeLine",
  "signatureLine",
  "gap",
];

/** What the words of a page can be made of: all that letters have, and what only paper has. */
export const PAGE_EXTENSIONS = [
  ...LETTER_EXTENSIONS,
  ...Object.entries(PAGE_BLOCKS).map(([name, { attrs }]) =>
    blockExtension(
      name,
      Object.fromEntries(Object.entries(attrs).map(([key, value]) => [key, { default: value }])),
      PageBlock,
    ),
  ),
  Node.create({
    name: "largeLine",
    group: "block",
    content: "inline*",
    addAttributes: () => ({ size: { default: 2 } }),
    parseHTML: () => [
      { tag: "div[data-large]", getAttrs: (element) => ({ size: Number(element.dataset.large) || 2 }) },
    ],
    renderHTML: ({ node }) => [
      "div",
      { "data-large": String(node.attrs.size), style: `font-size:${node.attrs.size}em;text-align:center` },
      0,
    ],
  }),
  Node.create({
    name: "columns",
    group: "block",
    content: `(${IN_COLUMNS.join(" | ")})+`,
    isolating: true,
    addAttributes: () => ({ count: { default: 2 } }),
    parseHTML: () => [{ tag: "div[data-columns]" }],
    renderHTML: ({ node }) => ["div", { "data-columns": String(node.attrs.count) }, 0],
    addNodeView: () => ReactNodeViewRenderer(ColumnsBlock),
  }),
];
