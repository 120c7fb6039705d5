import * as z from "zod";
import { type Criterion, criteriaSchema, reachedSchema } from "../model/criterion";
import { idSchema } from "../model/id";

/** What a page on which others say how they see an assignment needs to know. No student is named there. */
export const viewPageSchema = z.object({
  id: idSchema,
  title: z.string().min(1).max(200),
  teacherName: z.string().max(200),
  schoolName: z.string().max(200),
  criteria: criteriaSchema.min(1),
  /** Written on the board: whoever has it belongs to the class. */
  classCode: z.string().regex(/^[A-Z2-9]{6}$/),
  /** Nothing more is taken once the teacher has closed it. */
  isOpen: z.boolean(),
});
export type ViewPage = z.infer<typeof viewPageSchema>;

/** What the page itself shows: without the code. */
export type ShownViewPage = Omit<ViewPage, "classCode">;

/** A view as it is sent. Sending it again under the same id corrects it. */
export const sentViewSchema = z.object({
  answerId: idSchema,
  pageId: idSchema,
  /** Of a personal link, or of the one who presents; without one the number and the class code say who it is. */
  token: z.string().max(400),
  studentNumber: z.string().trim().max(40),
  classCode: z.string().trim().max(20),
  reached: reachedSchema,
  comment: z.string().trim().max(2_000),
});
export type SentView = z.infer<typeof sentViewSchema>;

/** A view as the server keeps it until a browser has it. It is kept as it came, and matched in the browser. */
export const keptViewSchema = z.object({
  answerId: idSchema,
  pageId: idSchema,
  by: z.enum(["own", "other"]),
  /** By the token of a link; empty where only a number was typed. */
  studentId: z.string().max(200),
  studentNumber: z.string().max(40),
  reached: reachedSchema,
  comment: z.string().max(2_000),
});
export type KeptView = z.infer<typeof keptViewSchema>;

/** Asks for links of their own for students, and for the one that shows who presents. */
export const viewLinksRequestSchema = z.object({
  pageId: idSchema,
  studentIds: z.array(z.string().min(1).max(200)).min(1).max(500),
});
export const viewLinksSchema = z.object({
  links: z.record(z.string(), z.object({ own: z.string(), about: z.string() })),
});

/** Only marks that the rubric has: what is sent may be anything. */
export function fittingReached(criteria: readonly Criterion[], reached: z.infer<typeof reachedSchema>) {
  return Object.fromEntries(
    criteria.flatMap(({ id, levels, most }) => {
      const mark = reached[id];
      const fits =
        most === undefined
          ? levels.some((level) => level.id === mark)
          : typeof mark === "number" && mark >= 0 && mark <= most;
      return fits && mark !== undefined ? [[id, mark] as const] : [];
    }),
  );
}

/** Letters and digits that are not taken for each other when they are read off a board. */
const CODE_SIGNS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
const CODE_LENGTH = 6;

/** A class code from numbers from 0 to 255. */
export function classCodeFrom(random: Uint8Array): string {
  return Array.from({ length: CODE_LENGTH }, (_, place) => CODE_SIGNS[(random[place] ?? 0) % CODE_SIGNS.length]).join(
    "",
  );
}
