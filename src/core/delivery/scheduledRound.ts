import * as z from "zod";
import { noteSchema } from "../model/note";
import { sendingChoicesSchema } from "./pendingSend";

/** A round whose letters are rebuilt until they leave: the run of a plan, or one that was announced for a time. */
export const scheduledRoundSchema = z.object({
  /** The id of the round. */
  id: z.string().min(1),
  /** Of a run: its plan, and which. */
  planId: z.string().optional(),
  runId: z.string().optional(),
  /** When it leaves, ms since the epoch. */
  at: z.number(),
  state: z.enum(["fresh", "outdated", "frozen"]),
  /** Rises with every change that touches it; and whether the post room has letters of it. */
  change: z.number().int(),
  hasLetters: z.boolean(),
  /** Of an announced round: the note as it was sent, and what was decided. */
  note: noteSchema.optional(),
  choices: sendingChoicesSchema.optional(),
  /** The only letters that an announced round may have, by key; none is whoever fits. */
  onlyTo: z.array(z.string()).optional(),
  /** What became of it since it was announced. */
  news: z
    .object({
      changed: z.number().int(),
      gone: z.number().int(),
      /** Who fits now and is not part of it, in words. */
      newcomers: z.array(z.string()),
      stopped: z.array(z.string()),
    })
    .optional(),
  /** Why it waits though its letters could be made, in words; and the cautions, by id, that were not seen. */
  held: z.object({ why: z.string(), unseen: z.array(z.string()) }).optional(),
});
export type ScheduledRound = z.infer<typeof scheduledRoundSchema>;

/** Letters that are on their way to take the place of others. */
export const replacementSchema = z.object({
  /** The id of the round. */
  id: z.string().min(1),
  change: z.number().int(),
  old: z.array(z.object({ id: z.string(), by: z.string().optional() })),
  added: z.array(z.string()),
});
export type Replacement = z.infer<typeof replacementSchema>;

/** "3 letters changed, 1 fell away, 2 would come new"; empty where nothing did. */
export function newsWords({ changed, gone, newcomers }: NonNullable<ScheduledRound["news"]>): string {
  const parts = [
    changed > 0 && `${changed} ${changed === 1 ? "letter" : "letters"} changed`,
    gone > 0 && `${gone} fell away`,
    newcomers.length > 0 && `${newcomers.length} would come new`,
  ];
  return parts.filter(Boolean).join(", ");
}
