import * as z from "zod";
import { idSchema } from "./id";

/** What a contact card can ask beside the child's name, which it always asks. */
export const CARD_QUESTIONS = [
  "student number",
  "guardians",
  "addresses",
  "relation",
  "language",
  "frequency",
] as const;
export type CardQuestion = (typeof CARD_QUESTIONS)[number];

/** How a question reads where the teacher chooses it. */
export const QUESTION_WORDS: Record<CardQuestion, string> = {
  "student number": "The child’s student number",
  guardians: "The names of those who look after the child",
  addresses: "Their addresses",
  relation: "How each belongs to the child",
  language: "The language each reads best",
  frequency: "How often each wishes to hear",
};

/** A short form that families fill in. */
export const contactCardSchema = z.object({
  id: idSchema,
  title: z.string().min(1).max(120),
  greeting: z.string().max(2000),
  questions: z.array(z.enum(CARD_QUESTIONS)),
  createdAt: z.number(),
  /** When it was put where families can reach it; not yet while there is none. */
  publishedAt: z.number().optional(),
});
export type ContactCard = z.infer<typeof contactCardSchema>;

/** What the family-facing page needs to know of a card. No student is named there. */
export const publishedCardSchema = contactCardSchema
  .pick({ id: true, title: true, greeting: true, questions: true })
  .extend({ teacherName: z.string().max(200), schoolName: z.string().max(200) });
export type PublishedCard = z.infer<typeof publishedCardSchema>;
