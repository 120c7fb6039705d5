import * as z from "zod";

/** What a family wrote back to a letter. */
export const replySchema = z.object({
  /** Names the message in the post room, until its words are here. */
  id: z.string().regex(/^[0-9a-f]{40}$/),
  letterId: z.string(),
  /** Ms since the epoch. */
  at: z.number(),
  /** Whether a machine wrote it, such as for somebody who is away. */
  automatic: z.boolean(),
  /** Its words are still to be taken, or are here unread, or were read. */
  state: z.enum(["on its way", "new", "read"]),
  from: z.object({ name: z.string(), address: z.string() }),
  subject: z.string(),
  text: z.string(),
});
export type Reply = z.infer<typeof replySchema>;
