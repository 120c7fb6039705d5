import { mergeAttributes, Node } from "@tiptap/core";
import { ReactNodeViewRenderer } from "@tiptap/react";
import { AveragesBlock, FieldChip, MissingWorkBlock } from "./LiveNodes";

/** A student's value in the text: one atom, moved and deleted whole. */
export const FieldExtension = Node.create({
  name: "field",
  group: "inline",
  inline: true,
  atom: true,
  addAttributes: () => ({ field: { default: "" }, fallback: { default: "" } }),
  parseHTML: () => [
    {
      tag: "span[data-field]",
      getAttrs: (element) => ({
        field: element.getAttribute("data-field"),
        fallback: element.getAttribute("data-fallback") ?? "",
      }),
    },
  ],
  renderHTML: ({ node, HTMLAttributes }) => [
    "span",
    mergeAttributes(HTMLAttributes, { "data-field": node.attrs.field, "data-fallback": node.attrs.fallback }),
  ],
  addNodeView: () => ReactNodeViewRenderer(FieldChip, { as: "span" }),
});

export const AveragesExtension = Node.create({
  name: "averagesTable",
  group: "block",
  atom: true,
  parseHTML: () => [{ tag: "div[data-averages]" }],
  renderHTML: () => ["div", { "data-averages": "" }],
  addNodeView: () => ReactNodeViewRenderer(AveragesBlock),
});

export const MissingWorkExtension = Node.create({
  name: "missingWork",
  group: "block",
  atom: true,
  addAttributes: () => ({ whenNothing: { default: "Nothing is missing." } }),
  parseHTML: () => [
    {
      tag: "div[data-missing-work]",
      getAttrs: (element) => ({ whenNothing: element.getAttribute("data-missing-work") || "Nothing is missing." }),
    },
  ],
  renderHTML: ({ node }) => ["div", { "data-missing-work": node.attrs.whenNothing }],
  addNodeView: () => ReactNodeViewRenderer(MissingWorkBlock),
});
