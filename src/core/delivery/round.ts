import * as z from "zod";
import { enclosuresSchema } from "../model/enclosure";
import { digestFrequencySchema } from "../model/guardian";
import { answersSchema } from "../model/note";
import { noteKindSchema } from "../model/noteKind";
import { letterStateSchema } from "./letterState";

/** One letter as it left, kept in the browser for the record; its text is kept apart, so that many letters are listed fast. */
export const letterSchema = z.object({
  id: z.string().min(1),
  roundId: z.string(),
  noteId: z.string(),
  studentId: z.string(),
  studentName: z.string(),
  classId: z.string(),
  className: z.string(),
  recipient: z.object({
    kind: z.enum(["guardian", "student", "teacher", "group"]),
    id: z.string(),
    name: z.string(),
    address: z.string(),
  }),
  /** The ids of others who read the same mailbox: the letter is to them as well. */
  alsoReadBy: z.array(z.string()).optional(),
  /** Of a letter to many: each of them, and about whom. */
  together: z.array(z.object({ studentId: z.string(), recipientId: z.string(), address: z.string() })).optional(),
  /** Why the student was selected, in words. */
  reason: z.string(),
  subject: z.string(),
  /** What went along with it. */
  enclosures: enclosuresSchema.optional(),
  state: letterStateSchema,
  /** When it came into the state, ms since the epoch. */
  stateAt: z.number(),
  /** The number of the event that brought the state; 0 before the first. */
  seq: z.number().int().min(0),
  /** What the mail server said. */
  serverAnswer: z.string(),
  /** When a held or deferred letter is tried next, ms since the epoch. */
  nextAt: z.number().optional(),
  /** Whether another letter went in the place of this one. */
  sentAgain: z.boolean().optional(),
  /** Names it among the letters of a round that is made fresh until it leaves, and tells its content from others. */
  key: z.string().optional(),
  made: z.string().optional(),
  /** Of a digest: the letters that stand in it. */
  gathers: z.array(z.string()).optional(),
  /** Of a gathered letter: the digest that has it. */
  digestLetterId: z.string().optional(),
});
export type Letter = z.infer<typeof letterSchema>;

/** A letter with its text in both forms. */
export const wholeLetterSchema = letterSchema.extend({ html: z.string(), text: z.string() });
export type WholeLetter = z.infer<typeof wholeLetterSchema>;

/** One sending of a note. */
export const roundSchema = z.object({
  id: z.string().min(1),
  noteId: z.string(),
  noteName: z.string(),
  /** None where the letters say nothing about how things stand, such as asking whether they are welcome. */
  noteKind: noteKindSchema.optional(),
  /** The selection as it read when the round was sent. */
  sentence: z.string(),
  /** "36 letters to 34 guardians of 21 students, in 4 classes." */
  summary: z.string(),
  /** The cautions that were seen and accepted, in words. */
  acceptedCautions: z.array(z.string()),
  from: z.object({ name: z.string(), address: z.string() }),
  /** Where replies go, where it is not the sender. */
  replyTo: z.string().optional(),
  answers: answersSchema.optional(),
  /** In letters about several children: by the student that a letter is kept under, the others. */
  brothersAndSisters: z.record(z.string(), z.array(z.string())).optional(),
  /** Of an automatic note: which run of its plan it is, and whether it is a digest. */
  run: z
    .object({
      planId: z.string(),
      at: z.number(),
      isDigest: z.boolean(),
      /** Whether the teacher said that it goes: then its time is hers. */
      byWord: z.boolean().optional(),
    })
    .optional(),
  /** Until when what it says is true enough to leave by itself, ms since the epoch. */
  notAfter: z.number().optional(),
  /** Readers who come to wish a digest this often get it in that. */
  gatheredFor: z.array(digestFrequencySchema).optional(),
  createdAt: z.number(),
  /** When its letters were made last, ms since the epoch; none where that was when it was created. */
  madeAt: z.number().optional(),
  leavesAt: z.number(),
  letterCount: z.number().int(),
  /** How many of its letters are in each state, so that a list of rounds reads no letter. */
  tally: z.partialRecord(letterStateSchema, z.number().int()).optional(),
  /** Whether its letters were told to wait. */
  paused: z.boolean().optional(),
  /** Since when the post room is still to be asked to take it back, ms since the epoch. */
  takeBackAskedAt: z.number().optional(),
});
export type Round = z.infer<typeof roundSchema>;
