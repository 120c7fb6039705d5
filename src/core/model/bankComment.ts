import * as z from "zod";
import { letterSubjectSchema } from "./letterBody";

/** A sentence that is used again and again, with fields in it, by what it is for. */
export const bankCommentSchema = z.object({
  id: z.string().min(1),
  words: letterSubjectSchema,
  /** The criterion or the kind of work that it is for; empty is for everything. */
  about: z.string().max(100),
});
export type BankComment = z.infer<typeof bankCommentSchema>;
