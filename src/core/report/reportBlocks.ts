import type { BlockNode, InlineNode } from "../model/letterBody";

/** What only paper has, beside all that letters have. */
export type ReportBlock =
  | BlockNode
  /** The scores of the term, by category with its average. */
  | { readonly type: "scores" }
  /** The own average among those of the class, without anybody’s name. */
  | { readonly type: "standing" }
  | { readonly type: "checklists" }
  /** One line in the middle, so many times as large as the others. */
  | { readonly type: "large"; readonly size: number; readonly content: readonly InlineNode[] }
  /** A line to be signed, and by whom. */
  | { readonly type: "sign"; readonly words: string }
  | { readonly type: "gap"; readonly height: number }
  | { readonly type: "pageBreak" };
