import * as z from "zod";
import { isGoodAddress } from "../matching/isGoodAddress";
import { enclosuresSchema } from "../model/enclosure";
import { digestFrequencySchema } from "../model/guardian";
import { idSchema } from "../model/id";
import { letterAboutSchema } from "./letterAbout";

/** The most letters in one hand-over, and the longest text or HTML of one. */
export const MAX_LETTERS_PER_HANDOVER = 50;
/** The longest text or HTML of one letter, in UTF-16 units. */
export const MAX_LETTER_CHARACTERS = 500_000;
/** What a request holds at the most; a character takes up to three bytes. */
const MAX_HANDOVER_CHARACTERS = 4_000_000;

/** The most people that one letter goes to; mail servers take no more at once. */
export const MAX_TOGETHER = 100;

/** The longest name or subject, in UTF-16 units. */
export const MAX_HEADER_CHARACTERS = 900;

/** A value of a mail header: one line. */
const headerSchema = z
  .string()
  .max(MAX_HEADER_CHARACTERS)
  .regex(/^[^\r\n\0]*$/);
const mailAddressSchema = headerSchema.min(3).max(254).includes("@");

/** One letter as the post room takes it: everything that goes into the message. */
export const handedLetterSchema = z.object({
  id: idSchema,
  to: z.object({ name: headerSchema, address: mailAddressSchema }),
  from: z.object({ name: headerSchema, address: mailAddressSchema }),
  replyTo: mailAddressSchema.optional(),
  /** To many at once, none of whom sees the others; it is the same letter for all. */
  together: z.array(mailAddressSchema).min(1).max(MAX_TOGETHER).optional(),
  /** Whose own link to stop the letters goes along: a guardian, or a student; none where it is to many. */
  guardianId: z.string().max(200).optional(),
  /** Whether it sends itself by a plan (RFC 3834). */
  automatic: z.literal(true).optional(),
  /** The letter to whose reply it is the answer. */
  answers: idSchema.optional(),
  subject: headerSchema.min(1),
  html: z.string().max(MAX_LETTER_CHARACTERS),
  text: z.string().max(MAX_LETTER_CHARACTERS),
  /** What goes along; the files are handed over before, each once. */
  enclosures: enclosuresSchema.optional(),
});
export type HandedLetter = z.infer<typeof handedLetterSchema>;

/** The same rule as in the browser: two addresses in one, or one with a gap in it, would reach somebody. */
const reachableLetterSchema = handedLetterSchema.superRefine(({ to, from, replyTo, together = [] }, context) => {
  for (const address of [to.address, from.address, ...(replyTo ? [replyTo] : []), ...together])
    if (!isGoodAddress(address)) context.addIssue({ code: "custom", message: `“${address}” is no address.` });
});

/** One request with letters of a round. Letters that are known already change nothing. */
export const handOverSchema = z.object({
  roundId: idSchema,
  /** Nothing leaves before this moment, ms since the epoch. */
  leavesAt: z.number().int().min(0),
  /** How far the browser had read what families say: of a no beyond it nobody there knew. */
  families: z.object({ journalId: z.string(), seq: z.number().int().min(0) }).optional(),
  letters: z.array(reachableLetterSchema).min(1).max(MAX_LETTERS_PER_HANDOVER),
  /** By letter: whom it is about and to. */
  about: z.record(idSchema, letterAboutSchema).optional(),
  /** Of a round that is rebuilt until it leaves: by which browser. Only that one may do so. */
  laidBy: z.string().max(100).optional(),
  /** They take the place of others once that is asked for; until then none leaves. */
  staged: z.boolean().optional(),
  /** Of what leaves by itself: until when its first try must have come, and until when it is true (ms since the epoch). */
  startBy: z.number().optional(),
  notAfter: z.number().optional(),
  /** Readers who wish a digest this often get it in that instead, where they said so after the letter was made. */
  gatheredFor: z.array(digestFrequencySchema).optional(),
});
export type HandOver = z.infer<typeof handOverSchema>;

/** What of a letter stands in a request, in characters. */
function charactersOf({ html, text }: Pick<HandedLetter, "html" | "text">): number {
  return html.length + text.length;
}

/** Letters in their order, as many at a time as one hand-over may hold, or as `sizeOf` (in characters) lets fit into one. */
export function* handOverParts<Letter extends Pick<HandedLetter, "html" | "text">>(
  letters: readonly Letter[],
  sizeOf: (letter: Letter) => number = charactersOf,
): Generator<Letter[]> {
  let part: Letter[] = [];
  let characters = 0;
  for (const letter of letters) {
    const more = sizeOf(letter);
    const isFull = part.length === MAX_LETTERS_PER_HANDOVER || characters + more > MAX_HANDOVER_CHARACTERS;
    if (part.length > 0 && isFull) {
      yield part;
      [part, characters] = [[], 0];
    }
    part.push(letter);
    characters += more;
  }
  if (part.length > 0) yield part;
}

/** Letters to be written as messages and given back. */
export const messagesSchema = handOverSchema.pick({ letters: true });

/** Asks the post room to take back what has not begun to leave of a round. */
export const withdrawSchema = z.object({ roundId: idSchema });
/** Tells the post room that letters of rounds are to be rebuilt: none of them leaves until they are. */
export const outdatedSchema = z.object({
  laidBy: z.string().max(100),
  /** Each round with the number of the change. */
  rounds: z
    .array(z.object({ roundId: idSchema, change: z.number().int().min(1) }))
    .min(1)
    .max(1000),
});
export type Outdated = z.infer<typeof outdatedSchema>;

/** Puts letters that were handed over as staged in the place of others, all at once. */
export const replaceSchema = z.object({
  laidBy: z.string().max(100),
  roundId: idSchema,
  /** The change of the data that the letters were made after. */
  change: z.number().int().min(0),
  /** Letters that leave no more, each with the one in its place, or with none. */
  old: z.array(z.object({ id: idSchema, by: idSchema.optional() })).max(20_000),
  /** Letters that have nothing to take the place of. */
  added: z.array(idSchema).max(20_000),
});
export type Replace = z.infer<typeof replaceSchema>;
/** Which of them could not be replaced, since they were leaving or gone, and which did not come for that. */
export const replacedSchema = z.object({ kept: z.array(idSchema), notTaken: z.array(idSchema) });

/** Holds everything back, or lets it go on. */
export const nothingLeavesSchema = z.object({ nothingLeaves: z.boolean() });

/** Asks the post room to let the letters of a round wait, or go on. */
export const pauseSchema = z.object({ roundId: idSchema, paused: z.boolean() });
