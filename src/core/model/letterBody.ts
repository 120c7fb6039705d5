import * as z from "zod";
import { matchSchema, selectionPartSchema } from "./condition";

/** The letter as the editor keeps it: a tree of plain nodes. Only what is named here can be in a letter. */

/** Whether a link can stand in a letter: a web page, a mail address or a telephone. */
export function isLetterLink(href: string): boolean {
  return /^(https?:\/\/|mailto:|tel:|sms:)/i.test(href);
}

const markSchema = z.discriminatedUnion("type", [
  z.object({ type: z.literal("bold") }),
  z.object({ type: z.literal("italic") }),
  z.object({ type: z.literal("underline") }),
  z.object({ type: z.literal("link"), attrs: z.object({ href: z.string().refine(isLetterLink) }) }),
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
    /** One of `FIELD_FORMATS`; empty is the usual one. */
    format: z.string(),
    /** Whether its first letter is made a capital, where it begins a sentence. */
    upperFirst: z.boolean(),
  }),
  marks: z.array(markSchema).optional(),
});
export type FieldNode = z.infer<typeof fieldNodeSchema>;

const inlineSchema = z.discriminatedUnion("type", [textSchema, hardBreakSchema, fieldNodeSchema]);
export type InlineNode = z.infer<typeof inlineSchema>;

export const inlineContent = z.array(inlineSchema).optional();
/** Where the lines of a paragraph stand; none is where the language begins. */
const alignSchema = z.enum(["left", "center", "right"]).nullable().optional();
export type Align = z.infer<typeof alignSchema>;

const paragraphSchema = z.object({
  type: z.literal("paragraph"),
  attrs: z.object({ textAlign: alignSchema }).optional(),
  content: inlineContent,
});
const headingSchema = z.object({
  type: z.literal("heading"),
  attrs: z.object({ level: z.union([z.literal(2), z.literal(3)]), textAlign: alignSchema }),
  content: inlineContent,
});
/** The student's category averages and the overall one, as a small table; some categories can be left out by name. */
const averagesTableSchema = z.object({
  type: z.literal("averagesTable"),
  attrs: z.object({ leftOut: z.array(z.string()), withOverall: z.boolean() }).optional(),
});
/** What can be said of each missing assignment beside its title. */
export const MISSING_DETAILS = ["category", "due", "overdue", "points"] as const;
export type MissingDetail = (typeof MISSING_DETAILS)[number];
/** The student's missing work, as a list or a table, with what is said of each assignment. */
const missingWorkSchema = z.object({
  type: z.literal("missingWork"),
  attrs: z.object({
    whenNothing: z.string(),
    as: z.enum(["list", "table"]).optional(),
    details: z.array(z.enum(MISSING_DETAILS)).optional(),
    /** Titles of the only assignments it speaks of; none is all of the term. */
    assignments: z.array(z.string()).optional(),
  }),
});
/** What handing in the missing work would do, in a sentence. */
const handingInSchema = z.object({ type: z.literal("handingIn"), attrs: z.object({ whenNothing: z.string() }) });
/** How the overall average went, as a picture with the same in words. */
const trendSchema = z.object({ type: z.literal("trend"), attrs: z.object({ whenNothing: z.string() }) });
/** The student's score on one assignment, with the levels of its rubric and the comment. */
const assignmentScoreSchema = z.object({
  type: z.literal("assignmentScore"),
  attrs: z.object({
    assignment: z.string(),
    whenNothing: z.string(),
    /** Whether the student’s own view and that of others stand beside each level. */
    withViews: z.boolean().optional(),
  }),
});
/** What falls due in the days to come, and what the class did in the last days, as lists. */
const daysAttributesSchema = z.object({ days: z.number().int().min(1).max(366), whenNothing: z.string() });
const upcomingWorkSchema = z.object({ type: z.literal("upcomingWork"), attrs: daysAttributesSchema });
/** What came in for the student in the last days: scores and comments. */
const newScoresSchema = z.object({ type: z.literal("newScores"), attrs: daysAttributesSchema });
const classLogSchema = z.object({ type: z.literal("classLog"), attrs: daysAttributesSchema });

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

/** Over how many columns or rows a cell may go. */
export const MAX_SPAN = 50;
const spanSchema = z.number().int().min(1).max(MAX_SPAN);
const cellSchema = z.object({
  type: z.enum(["tableCell", "tableHeader"]),
  attrs: z.object({ colspan: spanSchema, rowspan: spanSchema }).optional(),
  content: z.array(paragraphSchema),
});
/** A table that the teacher wrote; its head cells are shaded. */
const tableSchema = z.object({
  type: z.literal("table"),
  content: z.array(z.object({ type: z.literal("tableRow"), content: z.array(cellSchema) })),
});
export type TableNode = z.infer<typeof tableSchema>;

/** The longest words that stand for a picture, in UTF-16 units, and its least and greatest width, in px. */
export const MAX_ALT_CHARACTERS = 300;
export const PICTURE_WIDTHS = [16, 1200] as const;

/** A picture that the letter carries along; nothing is loaded from elsewhere. `width` in px. */
const pictureSchema = z.object({
  type: z.literal("picture"),
  attrs: z.object({
    src: z
      .string()
      .max(400_000)
      .regex(/^data:image\/(png|jpeg|gif|webp);base64,[A-Za-z0-9+/=]+$/),
    alt: z.string().max(MAX_ALT_CHARACTERS),
    width: z.number().int().min(PICTURE_WIDTHS[0]).max(PICTURE_WIDTHS[1]),
  }),
});

/** Where the signature from the settings stands. */
const signatureSchema = z.object({ type: z.literal("signature") });

export const plainBlockSchema = z.discriminatedUnion("type", [
  paragraphSchema,
  headingSchema,
  bulletListSchema,
  orderedListSchema,
  tableSchema,
  pictureSchema,
  signatureSchema,
  averagesTableSchema,
  missingWorkSchema,
  handingInSchema,
  trendSchema,
  assignmentScoreSchema,
  upcomingWorkSchema,
  classLogSchema,
  newScoresSchema,
]);
export type PlainBlockNode = z.infer<typeof plainBlockSchema>;
export type ListNode = Extract<PlainBlockNode, { type: "bulletList" | "orderedList" }>;

/** A part of the letter for those alone for whom its conditions hold, with what stands there for the others. */
const conditionalTextSchema = z.object({
  type: z.literal("passage"),
  attrs: z.object({ match: matchSchema, conditions: z.array(selectionPartSchema) }),
  content: z
    .tuple([
      z.object({ type: z.literal("passageThen"), content: z.array(plainBlockSchema) }),
      z.object({ type: z.literal("passageOtherwise"), content: z.array(plainBlockSchema) }),
    ])
    // Without it nothing stands there for those of whom it is not known.
    .rest(z.object({ type: z.literal("passageUnknown"), content: z.array(plainBlockSchema) })),
});
export type ConditionalTextNode = z.infer<typeof conditionalTextSchema>;

export const blockSchema = z.discriminatedUnion("type", [...plainBlockSchema.options, conditionalTextSchema]);
export type BlockNode = z.infer<typeof blockSchema>;

/** The words of a letter. What does not hold is never kept, and so never sent. */
export const letterBodySchema = z.object({ type: z.literal("doc"), content: z.array(blockSchema) });
export type LetterBody = z.infer<typeof letterBodySchema>;

/** One line: a document with a single paragraph of text and fields. */
export const letterSubjectSchema = z.object({ type: z.literal("doc"), content: z.array(paragraphSchema).max(1) });
export type LetterSubject = z.infer<typeof letterSubjectSchema>;

/** What stands under letters: words as in a letter, without conditional texts. */
export const signatureDocumentSchema = z.object({ type: z.literal("doc"), content: z.array(plainBlockSchema) });
export type SignatureDocument = z.infer<typeof signatureDocumentSchema>;

/** Every piece of text and every field of a document, in reading order. */
export function* inlineNodes(document: LetterBody | LetterSubject): Generator<InlineNode> {
  yield* walk(document.content);
}

function* walk(nodes: readonly (BlockNode | ListNode["content"][number])[]): Generator<InlineNode> {
  for (const node of nodes) {
    if (node.type === "paragraph" || node.type === "heading") yield* node.content ?? [];
    else if (node.type === "table") {
      for (const row of node.content) for (const cell of row.content) yield* walk(cell.content);
    } else if (node.type === "passage") for (const part of node.content) yield* walk(part.content);
    else if ("content" in node && node.content) yield* walk(node.content);
  }
}

/** The written words of a document line by line, each field as the mark that `markOf` gives it. */
export function writtenLines(document: LetterBody | LetterSubject, markOf: (field: string) => string): string[] {
  const lines: string[] = [];
  const take = (nodes: readonly (BlockNode | ListNode["content"][number])[]): void => {
    for (const node of nodes) {
      if (node.type === "paragraph" || node.type === "heading") {
        const line = (node.content ?? []).map((one) =>
          one.type === "text" ? one.text : one.type === "field" ? markOf(one.attrs.field) : "\n",
        );
        lines.push(...line.join("").split("\n"));
      } else if (node.type === "table")
        for (const row of node.content) for (const cell of row.content) take(cell.content);
      else if (node.type === "passage") for (const part of node.content) take(part.content);
      else if ("content" in node && node.content) take(node.content);
    }
  };
  take(document.content);
  return lines;
}

/** The conditional texts of a letter, in reading order. */
export function conditionalTextsOf(body: LetterBody): ConditionalTextNode[] {
  return body.content.filter((block): block is ConditionalTextNode => block.type === "passage");
}

/** Every block of a letter but the conditional texts themselves, those in conditional texts among them. */
export function* plainBlocks(body: LetterBody): Generator<PlainBlockNode> {
  for (const block of body.content) {
    if (block.type !== "passage") yield block;
    else for (const part of block.content) yield* part.content;
  }
}
