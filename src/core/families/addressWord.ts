import * as z from "zod";

/** What the teacher says of addresses: whether letters are wanted there. */
export const addressWordSchema = z.object({
  addresses: z.array(z.string().min(3).max(254)).min(1).max(500),
  wanted: z.boolean(),
});
export type AddressWord = z.infer<typeof addressWordSchema>;
