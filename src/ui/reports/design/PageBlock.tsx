"use client";
import { NodeViewContent, NodeViewWrapper, type ReactNodeViewProps } from "@tiptap/react";
import { Form } from "react-bootstrap";
import { PAGE_BLOCKS, type PageBlockName } from "./pageBlocks";

/** What stands in its place in words; the page beside it shows it as it will be. */
const ABOUT: Record<PageBlockName, (attrs: Record<string, unknown>) => string> = {
  scores: () => "each assignment with its score, by category",
  standing: () => "the own average and the middle half of the class, without names",
  checklists: () => "what is done and what is not",
  rubric: ({ assignment }) => String(assignment || "the assignment chosen with the report"),
  photo: ({ width }) => `${width} mm wide`,
  signatureLine: ({ words }) => String(words),
  gap: ({ height }) => `${height} mm`,
  pageBreak: () => "",
  eachClass: () => "what follows stands once for each class of the student",
  afterClasses: () => "what follows stands once, after all classes",
};

/** A block that only paper has, while it is written. */
export function PageBlock({ node, selected }: ReactNodeViewProps) {
  const name = node.type.name as PageBlockName;
  const about = ABOUT[name](node.attrs);
  return (
    <NodeViewWrapper className={`block page-block is-${name} ${selected ? "is-chosen" : ""}`}>
      <strong>{PAGE_BLOCKS[name].words}</strong>
      {about && <span className="quiet">, {about}</span>}
    </NodeViewWrapper>
  );
}

/** What stands in columns; how many is set at its head. */
export function ColumnsBlock({ node, updateAttributes, deleteNode }: ReactNodeViewProps) {
  return (
    <NodeViewWrapper className="passage is-on">
      <div className="passage-head small d-flex gap-2 align-items-center" contentEditable={false}>
        <strong>In columns:</strong>
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label="How many columns"
          value={node.attrs.count}
          onChange={(event) => updateAttributes({ count: Number(event.target.value) })}
        >
          {[2, 3, 4].map((count) => (
            <option key={count}>{count}</option>
          ))}
        </Form.Select>
        <button type="button" className="btn btn-link btn-sm" onClick={deleteNode}>
          Take the columns out
        </button>
      </div>
      <NodeViewContent />
    </NodeViewWrapper>
  );
}
