import * as z from "zod";
import { noteSchema } from "../model/note";

/** What the teacher decided before a round leaves. */
export const sendingChoicesSchema = z.object({
  /** The cautions that were seen, by the id of the finding. */
  seenCautions: z.array(z.string()),
  /** When the letters are to leave, ms since the epoch; none is after the time to take them back. */
  at: z.number().optional(),
  /** Whether the teacher gets a copy. */
  copy: z.boolean(),
  /** Whether it goes as one letter to all of them, none of whom sees the others; for the same words to everybody alone. */
  together: z.boolean(),
  /** Of what leaves at a time: whether those who come to fit until then get it too. */
  alsoNew: z.boolean().optional(),
  /** Guardians who wish one letter for all and get this one at once all the same. */
  atOnceTo: z.array(z.string()).optional(),
});
export type SendingChoices = z.infer<typeof sendingChoicesSchema>;

/** That a note was sent, until its round is kept: what a closed page leaves unfinished goes on from it. */
export const pendingSendSchema = z.object({
  /** The id that its round will have: it can be kept once only. */
  roundId: z.string(),
  note: noteSchema,
  choices: sendingChoicesSchema,
  screen: z.string(),
  /** Ms since the epoch. */
  at: z.number(),
  /** How often its letters were begun. */
  tries: z.number().int(),
  /** Why it does not go on by itself, in words. */
  problem: z.string().optional(),
});
export type PendingSend = z.infer<typeof pendingSendSchema>;

/** For so long after it was sent a round is finished without asking, in ms. */
const STILL_MEANT_MS = 60 * 60_000;
/** A page that is closed by what is made in it is not to close forever. */
const MOST_TRIES = 3;

/** Why an unfinished send does not continue by itself, in words; none if it does. `now` in ms since the epoch. */
export function whyNotGoOn({ at, tries }: PendingSend, now: number): string | undefined {
  if (now - at > STILL_MEANT_MS)
    return "The page was closed before its letters were finished, more than an hour ago. Nothing was sent.";
  if (tries >= MOST_TRIES)
    return `The page was closed ${MOST_TRIES} times while its letters were finished. Nothing was sent.`;
  return undefined;
}
