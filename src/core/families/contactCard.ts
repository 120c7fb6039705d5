import * as z from "zod";
import { isGoodAddress } from "../matching/address";
import { frequencySchema } from "../model/guardian";
import { idSchema } from "../model/id";

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

export const MAX_GUARDIANS_PER_ANSWER = 6;
const MAX_NAME_CHARACTERS = 80;

/** A name that could be one: it has letters, and no address or link in it. */
const nameSchema = (missing: string) =>
  z
    .string()
    .trim()
    .min(1, missing)
    .max(MAX_NAME_CHARACTERS, `Please keep the name under ${MAX_NAME_CHARACTERS} letters.`)
    .regex(/\p{L}/u, "This does not look like a name yet. Please write it in letters.")
    .regex(/^[^@<>\r\n]*$/, "Please write only the name here, without an address.")
    .refine((name) => !/https?:|www\./i.test(name), "Please write only the name here, without a link.");

const saidGuardianSchema = z.object({
  name: nameSchema("Please write a name, or take this person out."),
  address: z
    .string()
    .trim()
    .max(254)
    .refine(
      (address) => address === "" || isGoodAddress(address),
      "This is not an address yet. It should look like name@place.example.",
    ),
  relation: z.string().trim().max(40),
  language: z.string().trim().max(35),
  frequency: z.union([frequencySchema, z.literal("none"), z.literal("")]),
});

/** One family's answer to a card. Sending it again under the same id corrects it. */
export const cardAnswerSchema = z.object({
  answerId: idSchema,
  cardId: idSchema,
  studentName: nameSchema("Please write your child’s first and last name."),
  studentNumber: z.string().trim().max(40),
  guardians: z
    .array(saidGuardianSchema)
    .min(1, "Please write at least one person who looks after the child.")
    .max(MAX_GUARDIANS_PER_ANSWER, `A card has room for ${MAX_GUARDIANS_PER_ANSWER} people.`),
});
export type CardAnswer = z.infer<typeof cardAnswerSchema>;

/** What is wrong with an answer, by field ("guardians.0.address"), in words for the family; empty when nothing is. */
export function answerProblems(answer: unknown): Record<string, string> {
  const { error } = cardAnswerSchema.safeParse(answer);
  const problems: Record<string, string> = {};
  for (const { path, message } of error?.issues ?? []) problems[path.join(".")] ??= message;
  return problems;
}
