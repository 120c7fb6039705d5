import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import path from "node:path";
import * as z from "zod";
import { optOutSchema } from "@/core/backup/serverPart";
import { letterAboutSchema } from "@/core/delivery/letterAbout";
import { mailSettingsSchema } from "@/core/delivery/mailSettings";
import { postEventSchema } from "@/core/delivery/postEvent";
import { handedLetterSchema } from "@/core/delivery/postRequests";
import { familyEventSchema } from "@/core/families/familyEvent";
import { viewPageSchema } from "@/core/marking/viewPage";
import { publishedCardSchema } from "@/core/model/contactCard";
import { digestFrequencySchema } from "@/core/model/guardian";
import { idSchema } from "@/core/model/id";

/** The folders and files that the server kept before it had a database. */
export const FORMER = [
  "post",
  "families",
  "views",
  "inbox",
  "mailboxes",
  "mail.json",
  "mailbox.json",
  "practice-clock.json",
];

const queuedSchema = z.object({
  roundId: idSchema,
  leavesAt: z.number(),
  letter: handedLetterSchema,
  post: z.enum(["practice", "relay"]).default("practice"),
  familySeq: z.number().int().default(0),
  taken: z.number().int().default(0),
  startBy: z.number().optional(),
  notAfter: z.number().optional(),
  gatheredFor: z.array(digestFrequencySchema).optional(),
  laidBy: z.string().optional(),
  about: letterAboutSchema.optional(),
  refused: z.array(z.string()).default([]),
});
export type FormerQueued = z.infer<typeof queuedSchema>;
/** Letters that were handed over together; before that, each had a file of its own. */
const bundleSchema = z.preprocess((value) => (Array.isArray(value) ? value : [value]), z.array(queuedSchema));

const headSchema = z.object({ journalId: z.string(), lastSeq: z.number().int().optional() });

/** One of the two journals: its events in their order, and the highest number that was ever given. */
export interface FormerJournal<Event> {
  readonly id: string | undefined;
  readonly events: readonly Event[];
  readonly lastSeq: number;
}

/** What is kept of a file that can't be read. */
interface Aside {
  readonly name: string;
  readonly bytes: Buffer;
}

/** What the server kept in its folder before it had a database, as far as it can be read; `aside` is what can't be. */
export type FormerFolder = ReturnType<typeof readFolders>;

/** Whether there is anything of before in a folder. */
export function hasFormerFolder(data: string): boolean {
  return existsSync(path.join(data, "families")) || isFolder(path.join(data, "post"));
}

export function readFolders(data: string) {
  const aside: Aside[] = [];
  const file = (...parts: string[]) => path.join(data, ...parts);
  const parsed = <T>(name: string, schema: z.ZodType<T>): T | undefined => {
    if (!existsSync(file(name))) return undefined;
    const bytes = readFileSync(file(name));
    const read = schema.safeParse(json(bytes.toString("utf8")));
    if (!read.success) aside.push({ name, bytes });
    return read.data;
  };
  const all = <T>(folder: string, ending: string, schema: z.ZodType<T>): T[] =>
    names(file(folder))
      .filter((name) => name.endsWith(ending))
      .flatMap((name) => parsed(`${folder}/${name}`, schema) ?? []);
  // A letter that a crash left in two files is what the newer says.
  const byAge = names(file("post/queue"))
    .filter((name) => name.endsWith(".json"))
    .sort((a, b) => statSync(file("post/queue", a)).mtimeMs - statSync(file("post/queue", b)).mtimeMs);
  const queued = byAge.flatMap((name) => parsed(`post/queue/${name}`, bundleSchema) ?? []);
  for (const name of [...names(file("post/queue")), ...names(file("post")), ...names(file("families"))])
    if (name.endsWith(".unreadable")) {
      const where = ["post/queue", "post", "families"].map((folder) => file(folder, name)).find(existsSync);
      if (where) aside.push({ name, bytes: readFileSync(where) });
    }
  return {
    aside,
    letters: journal(file("post/journal.ndjson"), postEventSchema, aside),
    queued: new Map(queued.map((one) => [one.letter.id, one])),
    // One that is not what its name says belongs to no letter.
    attachments: names(file("post/enclosures"))
      .map((sha256) => ({ sha256, bytes: () => readFileSync(file("post/enclosures", sha256)) }))
      .filter(({ sha256, bytes }) => createHash("sha256").update(bytes()).digest("hex") === sha256),
    families: journal(file("families/journal.ndjson"), familyEventSchema, aside),
    secrets: existsSync(file("families/secret"))
      ? readFileSync(file("families/secret"), "utf8").split("\n").filter(Boolean)
      : [],
    sender: parsed("families/sender.json", z.object({ teacherName: z.string(), schoolName: z.string() })),
    cards: all("families/cards", ".json", publishedCardSchema),
    optOuts: parsed("families/noes.json", z.array(optOutSchema)) ?? [],
    holds: parsed("families/holds.json", z.record(z.string(), z.array(z.string()))) ?? {},
    viewPages: all("views", ".json", viewPageSchema),
    replies: names(file("inbox"))
      .filter((name) => name.endsWith(".eml"))
      .map((name) => readFileSync(file("inbox", name))),
    mail: parsed("mail.json", mailSettingsSchema),
    mailboxPlace: parsed("mailbox.json", z.object({ validity: z.string(), lastUid: z.number().int() })),
    clock: parsed("practice-clock.json", z.object({ aheadMs: z.number().int().min(0) })),
    mailboxes: names(file("mailboxes")).map((folder) => ({
      address: decodeURIComponent(folder),
      wasAsked: existsSync(file("mailboxes", folder, "asked")),
      messages: names(file("mailboxes", folder, "new"))
        .filter((name) => /^[0-9a-f]{40}$/.test(name))
        .map((name) => {
          const where = file("mailboxes", folder, "new", name);
          return { name, at: Math.round(statSync(where).mtimeMs), bytes: () => readFileSync(where) };
        }),
    })),
  };
}

/** Lines that can't be read are set aside; their numbers are never given again. A last line that was cut short was told to nobody. */
function journal<Event extends { seq: number }>(
  file: string,
  schema: z.ZodType<Event>,
  aside: Aside[],
): FormerJournal<Event> {
  if (!existsSync(file)) return { id: undefined, events: [], lastSeq: 0 };
  const [first = "", ...lines] = readFileSync(file, "utf8").split("\n").slice(0, -1);
  const head = headSchema.safeParse(json(first)).data;
  const events: Event[] = [];
  const broken: string[] = [];
  let lastSeq = 0;
  for (const line of lines) {
    const event = schema.safeParse(json(line)).data;
    const seq = event?.seq ?? Number(/"seq":(\d{1,15})/.exec(line)?.[1] ?? lastSeq + 1);
    if (event && event.seq > lastSeq) events.push(event);
    else broken.push(line);
    lastSeq = Math.max(lastSeq, seq);
  }
  if (broken.length > 0) aside.push({ name: path.basename(file), bytes: Buffer.from(broken.join("\n")) });
  return { id: head?.journalId, events, lastSeq: Math.max(lastSeq, head?.lastSeq ?? 0) };
}

function names(folder: string): string[] {
  return isFolder(folder) ? readdirSync(folder).sort() : [];
}

function isFolder(place: string): boolean {
  return existsSync(place) && statSync(place).isDirectory();
}

function json(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
