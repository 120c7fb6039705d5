import * as z from "zod";
import { isGoodAddress } from "../matching/isGoodAddress";
import { frequencySchema } from "../model/guardian";
import { idSchema } from "../model/id";

/** The most people that one answer names. */
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
