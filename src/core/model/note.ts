import * as z from "zod";
import { letterBodySchema, letterSubjectSchema } from "../letter/letterDocument";
import { selectionSchema } from "../selection/selection";

/** Who of a family a note is written to. */
export const audienceSchema = z.object({
  guardians: z.enum(["none", "first", "all"]),
  students: z.boolean(),
});
export type Audience = z.infer<typeof audienceSchema>;

/** A piece of writing to many people: its words, who gets it, when it goes. */
export const noteSchema = z.object({
  id: z.string().min(1),
  name: z.string(),
  selection: selectionSchema,
  audience: audienceSchema,
  /** Guardians and students who are not to get this note though they belong to the selection. */
  leftOutRecipientIds: z.array(z.string()),
  subject: letterSubjectSchema,
  body: letterBodySchema,
  /** Ms since the epoch. */
  changedAt: z.number(),
});
export type Note = z.infer<typeof noteSchema>;
