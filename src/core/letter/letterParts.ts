import type { Condition } from "../model/condition";
import type { BlockNode, InlineNode, PlainBlockNode } from "../model/letterDocument";

/** The parts that ready-made letters are put together from. */

export function text(words: string): InlineNode {
  return { type: "text", text: words };
}

export function field(id: string, fallback = ""): InlineNode {
  return { type: "field", attrs: { field: id, fallback, format: "", upperFirst: false } };
}

export function paragraph(...parts: (string | InlineNode)[]): PlainBlockNode {
  return { type: "paragraph", content: parts.map((part) => (typeof part === "string" ? text(part) : part)) };
}

export function missingWork(whenNothing: string): PlainBlockNode {
  return { type: "missingWork", attrs: { whenNothing } };
}

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
