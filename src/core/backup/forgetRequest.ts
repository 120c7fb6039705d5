import * as z from "zod";

/** Tells the server whom it is to forget. */
export const forgetRequestSchema = z.object({
  /** Students and guardians, by id. */
  ids: z.array(z.string().min(1).max(200)).max(100),
  addresses: z.array(z.string().max(254)).max(100),
  words: z.array(z.string().max(300)).max(500),
});
export type ForgetRequest = z.infer<typeof forgetRequestSchema>;
