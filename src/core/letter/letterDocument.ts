import * as z from "zod";

/** The letter as the editor keeps it: a tree of plain nodes. Only what is named here can be in a letter. */

const markSchema = z.discriminatedUnion("type", [
  z.object({ type: z.literal("bold") }),
  z.object({ type: z.literal("italic") }),
  z.object({ type: z.literal("underline") }),
  z.object({ type: z.literal("link"), attrs: z.object({ href: z.string().regex(/^(https?:\/\/|mailto:)/i) }) }),
]);
export type Mark = z.infer<typeof markSchema>;

const textSchema = z.object({ type: z.literal("text"), text: z.string(), marks: z.array(markSchema).optional() });
const hardBreakSchema = z.object({ type: z.literal("hardBreak") });

/** A value of the student placed in the text. */
const fieldNodeSchema = z.object({
  type: z.literal("field"),
  attrs: z.object({
    field: z.string(),
    /** What stands in when there is no value; without it an empty value is a stop. */
    fallback: z.string(),
  }),
  marks: z.array(markSchema).optional(),
});
export type FieldNode = z.infer<typeof fieldNodeSchema>;

const inlineSchema = z.discriminatedUnion("type", [textSchema, hardBreakSchema, fieldNodeSchema]);
export type InlineNode = z.infer<typeof inlineSchema>;

const inlineContent = z.array(inlineSchema).optional();
const paragraphSchema = z.object({ type: z.literal("paragraph"), content: inlineContent });
const headingSchema = z.object({
  type: z.literal("heading"),
  attrs: z.object({ level: z.union([z.literal(2), z.literal(3)]) }),
  content: inlineContent,
});
/** The student's category averages and the overall one, as a small table. */
const averagesTableSchema = z.object({ type: z.literal("averagesTable") });
/** The student's missing work, as a list. */
const missingWorkSchema = z.object({
  type: z.literal("missingWork"),
  attrs: z.object({ whenNothing: z.string() }),
});
export type MissingWorkNode = z.infer<typeof missingWorkSchema>;

const listItemSchema = z.object({
  type: z.literal("listItem"),
  get content() {
    return z.array(z.discriminatedUnion("type", [paragraphSchema, bulletListSchema, orderedListSchema]));
  },
});
const bulletListSchema = z.object({
  type: z.literal("bulletList"),
  get content() {
    return z.array(listItemSchema);
  },
});
const orderedListSchema = z.object({
  type: z.literal("orderedList"),
  get content() {
    return z.array(listItemSchema);
  },
});

const blockSchema = z.discriminatedUnion("type", [
  paragraphSchema,
  headingSchema,
  bulletListSchema,
  orderedListSchema,
  averagesTableSchema,
  missingWorkSchema,
]);
export type BlockNode = z.infer<typeof blockSchema>;
export type ListNode = Extract<BlockNode, { type: "bulletList" | "orderedList" }>;

export const letterBodySchema = z.object({ type: z.literal("doc"), content: z.array(blockSchema) });
export type LetterBody = z.infer<typeof letterBodySchema>;

/** One line: a document with a single paragraph of text and fields. */
export const letterSubjectSchema = z.object({ type: z.literal("doc"), content: z.array(paragraphSchema).max(1) });
export type LetterSubject = z.infer<typeof letterSubjectSchema>;

/** Every piece of text and every field of a document, in reading order. */
export function* inlineNodes(document: LetterBody | LetterSubject): Generator<InlineNode> {
  yield* walk(document.content);
}

function* walk(nodes: readonly (BlockNode | ListNode["content"][number])[]): Generator<InlineNode> {
  for (const node of nodes) {
    if (node.type === "paragraph" || node.type === "heading") yield* node.content ?? [];
    else if ("content" in node && node.content) yield* walk(node.content);
  }
}
