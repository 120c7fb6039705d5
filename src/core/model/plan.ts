import * as z from "zod";
import { daySchema } from "./day";
import { digestFrequencySchema } from "./guardian";

/** A time of the wall clock, such as 07:30. */
const wallTimeSchema = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/);

/** Runs at times: the days by a rule of RFC 5545, without DTSTART and UNTIL, which are days of their own here. */
const timesSchema = z.object({
  kind: z.literal("times"),
  rule: z.string().min(1).max(300),
  /** Whether only days on which there is school count. */
  schoolDaysOnly: z.boolean(),
  time: wallTimeSchema,
  /** The first day, and the last; none is without an end. */
  from: daySchema,
  until: daySchema.optional(),
  /** The zone whose wall clock is meant (IANA), kept so that a change of the clock moves nothing. */
  zone: z.string().min(1),
});

/** How long what comes in is collected before a run, in minutes. */
const collectMinutesSchema = z.number().int().min(1).max(10_080);

/** When a note sends itself. */
const planWhenSchema = z.discriminatedUnion("kind", [
  timesSchema,
  /** When something new comes in about a student: a score, a comment, marked work. */
  z.object({ kind: z.literal("new entries"), collectMinutes: collectMinutesSchema }),
  /** When a student begins to fit the selection. */
  z.object({ kind: z.literal("begins to fit"), collectMinutes: collectMinutesSchema }),
]);

export type PlanTimes = z.infer<typeof timesSchema>;

/**
 * How often one recipient gets the note about one student: once; once until it is no longer so, and then again; each
 * time; each time if something changed since the last letter.
 */
export const repetitionSchema = z.enum(["once", "once until it ends", "each time", "if changed"]);
export type Repetition = z.infer<typeof repetitionSchema>;

/** What makes a note an automatic note, under the id of the note. */
export const planSchema = z.object({
  id: z.string().min(1),
  isOn: z.boolean(),
  /** The first wins where two want to write to the same guardian on the same days. */
  order: z.number(),
  when: planWhenSchema,
  repeat: repetitionSchema,
  /** Whether each run waits for the teacher's word. */
  asks: z.boolean(),
  /** The cautions, by code, that hold no run of this plan. */
  allowedCautions: z.array(z.string()),
  /** Whether the teacher gets a summary of each run. */
  copy: z.boolean(),
  /** For the guardians who wish to hear in one letter a day or a week, and for nobody else: then it is a digest. */
  digest: digestFrequencySchema.optional(),
  /** Whether a digest that says nothing new is sent all the same. */
  sendsEmpty: z.boolean().optional(),
  /** Since when it is on, ms since the epoch: nothing that came in before starts a run. */
  onSince: z.number(),
  /** The browser's database that lays its runs; another one asks first. */
  laidBy: z.string(),
});
export type Plan = z.infer<typeof planSchema>;
