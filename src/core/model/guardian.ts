import * as z from "zod";

/** What a guardian has said about being written to. */
export const confirmationSchema = z.enum(["not asked", "asked", "confirmed", "declined", "stopped"]);
export type Confirmation = z.infer<typeof confirmationSchema>;

/** What was said of being written to, in a few words, and when (ms since the epoch). */
export const saidOfLettersSchema = z.object({ words: z.string().max(500), at: z.number() });

/** How often a guardian wishes to hear: each letter as it comes, or gathered in a digest. */
export const frequencySchema = z.enum(["each letter", "daily", "weekly"]);
export type Frequency = z.infer<typeof frequencySchema>;

/** How often a digest comes. */
export const digestFrequencySchema = frequencySchema.exclude(["each letter"]);
export type DigestFrequency = z.infer<typeof digestFrequencySchema>;

/** Whether somebody wishes digests, instead of each letter as it comes. */
export function wishesDigest(frequency: string): frequency is DigestFrequency {
  return digestFrequencySchema.safeParse(frequency).success;
}

/** Somebody who looks after students, once however many children they have with the teacher. */
export const guardianSchema = z.object({
  id: z.string().min(1),
  givenName: z.string(),
  familyName: z.string(),
  /** The first address is the one letters go to. */
  addresses: z.array(z.string()),
  /** Where letters on paper go, line by line. */
  postalAddress: z.string().max(300).optional(),
  /** BCP 47, such as `en` or `vi`. */
  language: z.string(),
  householdId: z.string(),
  confirmation: confirmationSchema,
  said: saidOfLettersSchema.optional(),
  frequency: frequencySchema,
  /** Whether concern and praise wait for the digest too, and not only what informs. */
  urgentToo: z.boolean().optional(),
});
export type Guardian = z.infer<typeof guardianSchema>;

/** Whether somebody, a guardian or a student, asked not to be written to; nothing may ever be sent to them. */
export function wantsNoLetters({ confirmation }: { readonly confirmation?: Confirmation | undefined }): boolean {
  return confirmation === "declined" || confirmation === "stopped";
}
