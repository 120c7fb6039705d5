import * as z from "zod";
import { audienceSchema } from "./audience";
import { enclosuresSchema } from "./enclosure";
import { letterBodySchema, letterSubjectSchema } from "./letterBody";
import { noteKindSchema } from "./noteKind";
import { MAX_REPORTS, reportChoiceSchema } from "./reportChoice";
import { selectionSchema } from "./selection";

const languageSchema = z.string().min(2);

/** The same letter in other languages. `isConfirmed`: it may say word for word what the note says. */
export const variantsSchema = z.array(
  z.object({
    language: languageSchema,
    subject: letterSubjectSchema,
    body: letterBodySchema,
    isConfirmed: z.boolean().optional(),
  }),
);

/** The letter to whose reply something is the answer, and who wrote that: mail programs show both in one talk. */
export const answersSchema = z.object({ letterId: z.string(), recipientId: z.string() });

/** A piece of writing to many people: its words, who gets it, when it goes. */
export const noteSchema = z.object({
  id: z.string().min(1),
  name: z.string(),
  kind: noteKindSchema,
  selection: selectionSchema,
  /** The selection kept by name that this one came from; the note has its own words of it, which may be others by now. */
  keptSelectionId: z.string().optional(),
  audience: audienceSchema,
  /** Whether a recipient gets one letter about all their children and classes, instead of one about each. */
  perFamily: z.boolean(),
  /** Whether those who had a round of this note already are left out. */
  onlyNew: z.boolean().optional(),
  /** Guardians and students who are not to get this note though they belong to the selection. */
  leftOutRecipientIds: z.array(z.string()),
  /** What goes along with every letter. */
  enclosures: enclosuresSchema.optional(),
  /** Reports that are made for each letter and go along with it. */
  reports: z.array(reportChoiceSchema).max(MAX_REPORTS).optional(),
  /** The sender's name and where replies go, where this note has others than the settings. */
  sender: z.object({ name: z.string(), replyTo: z.string() }).optional(),
  answers: answersSchema.optional(),
  /** Who is written to about a student instead of whom the audience says, by student id: guardians, or the student. */
  recipientChoices: z.record(z.string(), z.array(z.string())),
  /** The language of the words below (BCP 47). */
  language: languageSchema,
  subject: letterSubjectSchema,
  body: letterBodySchema,
  /** Who reads none of these languages gets the words above. */
  variants: variantsSchema,
  /** Stops of the check that are meant so, by what names them, each with a word why. */
  meant: z.array(z.object({ key: z.string(), why: z.string().max(300) })).optional(),
  /** Ms since the epoch. */
  changedAt: z.number(),
});
export type Note = z.infer<typeof noteSchema>;
