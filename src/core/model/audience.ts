import * as z from "zod";

/** Who of a family a note is written to. */
export const audienceSchema = z.object({
  guardians: z.enum(["none", "first", "all"]),
  students: z.boolean(),
});
export type Audience = z.infer<typeof audienceSchema>;
