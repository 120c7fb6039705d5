import * as z from "zod";
import { letterAboutSchema } from "../delivery/letterAbout";
import { letterStateSchema } from "../delivery/letterState";
import { familyEventSchema } from "../families/familyEvent";
import { viewPageSchema } from "../marking/viewPage";
import { publishedCardSchema } from "../model/contactCard";
import { idSchema } from "../model/id";

/** One address that opted out, by its code alone. `at` in ms since the epoch. */
export const optOutSchema = z.object({
  code: z.string(),
  at: z.number(),
  by: z.enum(["the family", "the teacher"]),
  /** An opt-out of the practice post never meets real letters. */
  post: z.enum(["practice", "relay"]),
});

/** A letter that the server knows, without a word of it. */
const knownLetterSchema = z.object({
  id: idSchema,
  roundId: idSchema,
  state: letterStateSchema,
  /** When it came into the state, ms since the epoch. */
  at: z.number(),
  sha256: z.string(),
  about: letterAboutSchema.optional(),
  /** Whether it was scheduled, to be rebuilt until it leaves. */
  isScheduled: z.literal(true).optional(),
});
export type KnownLetter = z.infer<typeof knownLetterSchema>;

const partSchema = z.object({
  kind: z.literal("Vine Note server part"),
  /** What links of families are signed with, the present one first. */
  secrets: z.array(z.string().min(20).max(200)).min(1).max(50),
  sender: z.object({ teacherName: z.string(), schoolName: z.string() }).optional(),
  cards: z.array(publishedCardSchema),
  viewPages: z.array(viewPageSchema),
  optOuts: z.array(optOutSchema),
  /** Answers to cards that wait to be looked at, with the codes of the addresses that they hold. */
  holds: z.record(z.string(), z.array(z.string())),
  /** What families said; the log that it is of. */
  families: z.object({ journalId: z.string(), events: z.array(familyEventSchema) }),
  letters: z.array(knownLetterSchema),
});
export type ServerPart = z.infer<typeof partSchema>;

/** What the server holds for the teacher: with it links in old letters work on another computer, and no opt-out is lost. */
export const serverPartSchema = z.preprocess(withNamesOfToday, partSchema);

/** A part that was written when opt-outs were "noes" and scheduled letters were "laid". */
function withNamesOfToday(part: unknown): unknown {
  if (typeof part !== "object" || part === null) return part;
  const { noes, letters, ...others } = part as Record<string, unknown>;
  const isOfBefore = (letter: unknown) => typeof letter === "object" && letter !== null && "isLaid" in letter;
  return {
    ...(noes !== undefined && { optOuts: noes }),
    ...others,
    letters: Array.isArray(letters)
      ? letters.map((letter) => (isOfBefore(letter) ? { ...letter, isScheduled: letter.isLaid } : letter))
      : letters,
  };
}
