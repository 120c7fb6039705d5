import * as z from "zod";
import { replacementSchema } from "./scheduledRound";

const common = {
  /** The kind and what it is about: the same thing said again takes the place of what was said before. */
  id: z.string(),
  /** Tells what was said again while the one before was on its way. */
  version: z.number().int(),
};

/** Something that the server is still to be told. It waits here, also over a reload, until the server has it on its disk. */
export const outboxEntrySchema = z.discriminatedUnion("kind", [
  /** Letters of a round that have not begun to leave are to be withdrawn. */
  z.object({ ...common, kind: z.literal("take back"), roundId: z.string() }),
  /** Whether letters to somebody are wanted; `seq` and `logId`: how far the server's log had been read when the teacher said so. */
  z.object({
    ...common,
    kind: z.literal("opt-out"),
    personId: z.string(),
    addresses: z.array(z.string()),
    wanted: z.boolean(),
    read: z.object({ journalId: z.string(), seq: z.number() }).optional(),
  }),
  /** A scheduled round is to be rebuilt before any of it leaves. */
  z.object({ ...common, kind: z.literal("outdated"), roundId: z.string(), change: z.number().int() }),
  /** New letters take the place of others. */
  z.object({ ...common, kind: z.literal("replacement"), replacement: replacementSchema }),
  /** The teacher has settled an answer that letters wait for. */
  z.object({ ...common, kind: z.literal("settled"), answerId: z.string() }),
  /** The words of a reply are on this disk. */
  z.object({ ...common, kind: z.literal("reply"), name: z.string() }),
  /** An answer or a view, by its number in a log, is on this disk. */
  z.object({ ...common, kind: z.literal("answer"), logId: z.string(), seq: z.number().int() }),
]);
export type OutboxEntry = z.infer<typeof outboxEntrySchema>;
export type OutboxKind = OutboxEntry["kind"];
export type EntryOf<Kind extends OutboxKind> = Extract<OutboxEntry, { kind: Kind }>;
/** An entry as it is written by whoever has something to say. */
export type Said = OutboxEntry extends infer Entry
  ? Entry extends OutboxEntry
    ? Omit<Entry, "id" | "version">
    : never
  : never;

/** What an entry is about. */
export function subjectOfEntry(said: Said): string {
  switch (said.kind) {
    case "take back":
    case "outdated":
      return said.roundId;
    case "replacement":
      return said.replacement.id;
    case "opt-out":
      return said.personId;
    case "settled":
      return said.answerId;
    case "reply":
      return said.name;
    case "answer":
      return `${said.logId}/${said.seq}`;
  }
}
