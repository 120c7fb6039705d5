import * as z from "zod";
import { familyEventSchema } from "../families/familyEvent";
import { idSchema } from "./handOver";
import { letterStateSchema } from "./letterState";

/** One line of the post room's journal: a letter came into a state. It holds no letter text. */
export const postEventSchema = z.object({
  /** Rises by one with each event; the browser asks for what came after the last it knows. */
  seq: z.number().int().min(1),
  /** Ms since the epoch. */
  at: z.number(),
  letterId: idSchema,
  roundId: idSchema,
  state: letterStateSchema,
  /** When a deferred or held letter is tried next, ms since the epoch. */
  nextAt: z.number().optional(),
  /** What the mail server said. */
  reply: z.string().optional(),
  /** Tells letters of the same id but other content apart. */
  digest: z.string().optional(),
});
export type PostEvent = z.infer<typeof postEventSchema>;

/**
 * The next events of both journals: of the letters and of what families say. A journal of another folder numbers its
 * events anew, so its id goes with them.
 */
export const eventsAnswerSchema = z.object({
  journalId: z.string(),
  events: z.array(postEventSchema),
  families: z.object({ journalId: z.string(), events: z.array(familyEventSchema) }),
});

export const postStatusSchema = z.object({ post: z.enum(["practice", "relay"]), waiting: z.number() });
export type PostStatus = z.infer<typeof postStatusSchema>;
