import * as z from "zod";
import { type FamilyEvent, familyEventSchema } from "../families/familyEvent";
import { idSchema } from "../model/id";
import { withNewNames } from "../model/withNewNames";
import { letterAboutSchema } from "./letterAbout";
import { letterStateSchema } from "./letterState";
import { postTroubleSchema } from "./postTrouble";

const numbered = {
  /** Rises by one with each event; the browser asks for what came after the last it knows. */
  seq: z.number().int().min(1),
  /** Ms since the epoch. */
  at: z.number(),
};

/** A letter came into a state. */
const letterEventSchema = z.object({
  ...numbered,
  letterId: idSchema,
  roundId: idSchema,
  state: letterStateSchema,
  /** When a deferred or held letter is tried next, ms since the epoch. */
  nextAt: z.number().optional(),
  /** What the mail server said. */
  serverAnswer: z.string().optional(),
  /** Whether a mail server may have it: a try broke off after its text was given over. */
  mayHaveIt: z.boolean().optional(),
  /** Tells letters of the same id but other content apart. */
  sha256: z.string().optional(),
  /** The browser that laid it, of a round that is rebuilt until it leaves. */
  laidBy: z.string().optional(),
  /** The letter that came in its place, of a round that was rebuilt; empty where none did. */
  replacedBy: z.string().optional(),
  /** Whom it is about and to; with its first event. */
  about: letterAboutSchema.optional(),
  /** Whether its reader wishes a digest now, so that it waits for the next one. */
  gather: z.boolean().optional(),
});
export type LetterEvent = z.infer<typeof letterEventSchema>;

/** The letters of a round stopped leaving for a while, or go on. */
const pauseEventSchema = z.object({ ...numbered, roundId: idSchema, paused: z.boolean() });

/** The letters of a round are being rebuilt, and none leaves; they were rebuilt for that or a later change. */
const outdatedEventSchema = z.object({ ...numbered, roundId: idSchema, outdated: z.number().int().min(0) });

/** Nothing leaves at all, or letters leave again. */
const stillEventSchema = z.object({ ...numbered, nothingLeaves: z.boolean() });

/** Somebody answered a letter; the words wait apart until the browser has them. */
export const replyEventSchema = z.object({
  ...numbered,
  replyTo: idSchema,
  /** Names the message that waits. */
  messageName: z.string().regex(/^[0-9a-f]{40}$/),
  /** Whether a machine answered (RFC 3834), such as for somebody who is away. */
  automatic: z.boolean(),
});
export type ReplyEvent = z.infer<typeof replyEventSchema>;

/** One event of the server's log that is about letters. It holds no letter text. Journals of before named two things otherwise. */
export const postEventSchema = z.preprocess(
  (line) => withNewNames(line, { reply: "serverAnswer", digest: "sha256" }),
  z.union([letterEventSchema, pauseEventSchema, outdatedEventSchema, stillEventSchema, replyEventSchema]),
);
export type PostEvent = z.infer<typeof postEventSchema>;

/** Whether an event is about one letter, and about no round or reply. */
export function isLetterEvent<Event extends object>(event: Event): event is Extract<Event, { letterId: string }> {
  return "letterId" in event;
}

/** What the post room is connected to, and how much it lets go. */
export const postStatusSchema = z.object({
  post: z.enum(["practice", "relay"]),
  /** Letters that are in the queue, whenever they leave. */
  waiting: z.number().int(),
  /** The most letters a day and a minute; none is as many as there are. */
  dailyLimit: z.number().int().optional(),
  perMinute: z.number().int().optional(),
  /** How many letters come due when, to the minute (ms since the epoch); what is due already, now. */
  due: z.array(z.tuple([z.number(), z.number()])).optional(),
  /** Letters that left since the day began. */
  leftToday: z.number().int(),
  /** The address by which families reach this server from elsewhere, where there is one. */
  familiesAt: z.string().optional(),
  /** Where the proxy of that address is to point, where families were passed on to the teacher's own port. */
  pointProxyTo: z.string().optional(),
  /** Whether the teacher said that nothing leaves. */
  nothingLeaves: z.boolean().optional(),
  /** How far the practice post's clock is ahead, ms: its days can be let pass. */
  clockAheadMs: z.number().optional(),
  /** Why nothing leaves at present. */
  trouble: postTroubleSchema.optional(),
});
export type PostStatus = z.infer<typeof postStatusSchema>;

/**
 * The next events of the server's log: of letters and of what families say, in one order. The log of another folder has
 * numbers of its own, so its id goes with them.
 */
export const eventsAnswerSchema = z.object({
  logId: z.string(),
  /** One that can’t be read is none. */
  events: z.array(z.union([familyEventSchema, postEventSchema]).or(z.undefined()).catch(undefined)),
  /** Everything up to this number has been given. */
  upTo: z.number().int().min(0),
  status: postStatusSchema,
});

/** The events of letters and those of families apart, each in their order. */
export function divided(events: readonly (PostEvent | FamilyEvent)[]): {
  ofLetters: PostEvent[];
  ofFamilies: FamilyEvent[];
} {
  const ofLetters: PostEvent[] = [];
  const ofFamilies: FamilyEvent[] = [];
  for (const event of events) {
    if ("kind" in event) ofFamilies.push(event);
    else ofLetters.push(event);
  }
  return { ofLetters, ofFamilies };
}
