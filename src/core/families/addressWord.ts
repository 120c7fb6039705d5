import * as z from "zod";

/** What the teacher says of addresses: whether letters are wanted there. */
export const addressWordSchema = z.object({
  addresses: z.array(z.string().min(3).max(254)).max(500),
  wanted: z.boolean(),
  /** Whose addresses they are, by id, where letters are wanted again: what they say from then on is a new word. */
  people: z.array(z.string().min(1).max(200)).max(500).optional(),
  /** How far the server's log had been read when that was said: what they said after it holds. */
  read: z.object({ journalId: z.string(), seq: z.number().int().min(0) }).optional(),
});
export type AddressWord = z.infer<typeof addressWordSchema>;
