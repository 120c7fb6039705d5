import * as z from "zod";
import { blockSchema, inlineContent, letterSubjectSchema, plainBlockSchema } from "./letterBody";

/** A page design: a report as it is written once, to be filled with each student's values. It is written like a letter. */

const MAX_WORDS = 300;

/** The scores of the term, by category with its average. */
const scoresSchema = z.object({ type: z.literal("scores") });
/** The own average among those of the class, without anybody's name. */
const standingSchema = z.object({ type: z.literal("standing") });
const checklistsSchema = z.object({ type: z.literal("checklists") });
/** The levels, the score and the comment of one assignment; without a title it is the one chosen for the report. */
const rubricSchema = z.object({
  type: z.literal("rubric"),
  attrs: z.object({ assignment: z.string(), whenNothing: z.string() }),
});
/** The student's photo; `width` in mm. */
const photoSchema = z.object({
  type: z.literal("photo"),
  attrs: z.object({ width: z.number().int().min(10).max(120) }),
});
/** One line in the middle, so many times as large as the others. */
const largeLineSchema = z.object({
  type: z.literal("largeLine"),
  attrs: z.object({ size: z.number().min(1).max(8) }),
  content: inlineContent,
});
/** A line to be signed, and by whom. */
const signatureLineSchema = z.object({
  type: z.literal("signatureLine"),
  attrs: z.object({ words: z.string().max(MAX_WORDS) }),
});
/** Room left free; `height` in mm. */
const gapSchema = z.object({ type: z.literal("gap"), attrs: z.object({ height: z.number().int().min(1).max(250) }) });
const pageBreakSchema = z.object({ type: z.literal("pageBreak") });
/** What follows stands once for each class of the student, until `afterClasses`. */
const eachClassSchema = z.object({ type: z.literal("eachClass") });
const afterClassesSchema = z.object({ type: z.literal("afterClasses") });
const pageOnlyOptions = [
  scoresSchema,
  standingSchema,
  checklistsSchema,
  rubricSchema,
  photoSchema,
  largeLineSchema,
  signatureLineSchema,
  gapSchema,
] as const;
/** What stands in so many columns. */
const columnsSchema = z.object({
  type: z.literal("columns"),
  attrs: z.object({ count: z.number().int().min(2).max(4) }),
  content: z.array(z.discriminatedUnion("type", [...plainBlockSchema.options, ...pageOnlyOptions])),
});

const pageBlockSchema = z.discriminatedUnion("type", [
  ...blockSchema.options,
  ...pageOnlyOptions,
  pageBreakSchema,
  eachClassSchema,
  afterClassesSchema,
  columnsSchema,
]);
export type PageBlockNode = z.infer<typeof pageBlockSchema>;

/** The words of a design. What does not hold is never kept, and so never printed. */
export const pageBodySchema = z.object({ type: z.literal("doc"), content: z.array(pageBlockSchema) });

/** The words of a design in one language: the line at the head, at the foot, of the file's name, and the page itself. */
const pageWordsSchema = z.object({
  language: z.string().min(2),
  head: letterSubjectSchema,
  foot: letterSubjectSchema,
  fileName: letterSubjectSchema,
  body: pageBodySchema,
});
export type PageWords = z.infer<typeof pageWordsSchema>;

/** How a page looks; lengths in mm. */
export const pageLookSchema = z.object({
  across: z.boolean(),
  /** Top, right, bottom, left. */
  margin: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  frame: z.boolean(),
  /** How many papers stand on one page, with a line to cut between; 1 is one or more pages each. */
  toAPage: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
  /** A picture behind the words of each page, as a data URL. */
  ground: z
    .string()
    .max(1_500_000)
    .regex(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/=]+$/)
    .optional(),
  /** Whether the head of letters stands on the first page. */
  withLetterHead: z.boolean().optional(),
});
export type PageLook = z.infer<typeof pageLookSchema>;

/** A design of the teacher's own. */
export const pageDesignSchema = pageWordsSchema.extend({
  id: z.string().min(1),
  name: z.string().min(1).max(MAX_WORDS),
  page: pageLookSchema,
  /** Whether it is meant for one page; what runs over is said. */
  onePage: z.boolean(),
  /** The same in other languages; who reads none of them gets the words above. */
  variants: z.array(pageWordsSchema),
  /** Ms since the epoch. */
  changedAt: z.number(),
});
export type PageDesign = z.infer<typeof pageDesignSchema>;
