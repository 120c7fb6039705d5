import * as z from "zod";
import { keptViewSchema } from "../marking/viewPage";
import { frequencySchema } from "../model/guardian";
import { idSchema } from "../model/id";
import { type CardAnswer, cardAnswerSchema } from "./cardAnswer";

/** What a guardian says on the page of their own: whether, how often and in which language they wish to be written to. */
export const wishSchema = z.object({
  confirmation: z.enum(["confirmed", "declined", "stopped"]).optional(),
  frequency: frequencySchema.optional(),
  urgentToo: z.boolean().optional(),
  language: z.string().max(35).optional(),
});
export type Wish = z.infer<typeof wishSchema>;

/** What families said, one event each, in the order in which they spoke. */
export const familyEventSchema = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("card answer"), seq: z.number().int().min(1), at: z.number(), answer: cardAnswerSchema }),
  z.object({
    kind: z.literal("wish"),
    seq: z.number().int().min(1),
    at: z.number(),
    guardianId: z.string(),
    wish: wishSchema,
  }),
  z.object({ kind: z.literal("view"), seq: z.number().int().min(1), at: z.number(), view: keptViewSchema }),
  /** A browser has the words of this answer on its disk, so they went here. */
  z.object({
    kind: z.literal("answer taken"),
    seq: z.number().int().min(1),
    at: z.number(),
    cardId: idSchema,
    answerId: idSchema,
  }),
]);
export type FamilyEvent = z.infer<typeof familyEventSchema>;

/** An answer to a card, kept in the browser until the teacher takes it in or refuses it. */
export const familyAnswerSchema = z.object({
  id: idSchema,
  cardId: idSchema,
  at: z.number(),
  state: z.enum(["waiting", "taken in", "refused"]),
  answer: cardAnswerSchema,
});
export type FamilyAnswer = z.infer<typeof familyAnswerSchema>;

/** The most answers of which one request tells. */
export const MAX_ANSWERS_TOLD = 1000;
/** Tells the server which events of its log, by number, are answers that are on a browser's disk. */
export const answersTakenSchema = z.object({
  journalId: z.string(),
  seqs: z.array(z.number().int().min(1)).min(1).max(MAX_ANSWERS_TOLD),
});

/** Tells the server which answers the teacher has taken in or refused. */
export const answersSettledSchema = z.object({ answerIds: z.array(idSchema).min(1).max(MAX_ANSWERS_TOLD) });

/** The addresses at which an answer asks for no letters. */
export function addressesOfOptOuts({ guardians }: CardAnswer): string[] {
  return guardians.flatMap(({ frequency, address }) => (frequency === "none" && address ? [address] : []));
}

/** Asks for a link of their own for each guardian; the names are shown on the page that it leads to. */
export const linksRequestSchema = z.object({
  guardianIds: z.array(z.string().min(1).max(200)).min(1).max(5000),
  teacherName: z.string().max(200),
  schoolName: z.string().max(200),
});
/** The signed token of each guardian, by id. */
export const linksAnswerSchema = z.object({ tokens: z.record(z.string(), z.string()) });
