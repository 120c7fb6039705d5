import type { Condition } from "../model/condition";
import type { BlockNode, InlineNode, PlainBlockNode } from "../model/letterBody";

/** The parts that ready-made letters are put together from. */

/** A run of plain words. */
export function text(words: string): InlineNode {
  return { type: "text", text: words };
}

/** A field as it is placed by the product's own notes; `fallback` is what stands in. */
export function field(id: string, fallback = ""): InlineNode {
  return { type: "field", attrs: { field: id, fallback, format: "", upperFirst: false } };
}

/** A paragraph of words and fields; plain strings are words. */
export function paragraph(...parts: (string | InlineNode)[]): PlainBlockNode {
  return { type: "paragraph", content: parts.map((part) => (typeof part === "string" ? text(part) : part)) };
}

/** The list of missing work; `whenNothing` is said where nothing is missing. */
export function missingWork(whenNothing: string): PlainBlockNode {
  return { type: "missingWork", attrs: { whenNothing } };
}

/** Conditional text for those for whom all conditions hold, with what the others read. */
export function passage(
  conditions: Condition[],
  on: PlainBlockNode[],
  off: PlainBlockNode[] = [{ type: "paragraph" }],
): BlockNode {
  return {
    type: "passage",
    attrs: { match: "all", conditions },
    content: [
      { type: "passageThen", content: on },
      { type: "passageOtherwise", content: off },
    ],
  };
}
