import path from "node:path";
import { Problem } from "./edge/problem";
import { type Environment, readEnvironment } from "./environment";
import { CardDesk } from "./families/cardDesk";
import { FamilyService } from "./families/familyService";
import { ViewDesk } from "./families/viewDesk";
import { PostRoom } from "./letters/postRoom";
import { sendingServer } from "./letters/sendingServer";
import { isToFamilies } from "./letters/stopLine";
import { smtpTransport } from "./letters/transport";
import { Inbox } from "./mail/inbox";
import { MailDesk, type MailEnvironment } from "./mail/mailDesk";
import { storedMail } from "./mail/storedMail";
import { watchMailbox } from "./mail/watchMailbox";
import { watchMaildir } from "./mail/watchMaildir";
import { Mailboxes } from "./practice/mailboxes";
import { PracticeClock } from "./practice/practiceClock";
import { PracticePost } from "./practice/practicePost";
import { openDatabase, type ServerDatabase } from "./store/openDatabase";
import { type Repaired, repairDatabase } from "./store/repairDatabase";
import { Room } from "./store/room";
import { takeOverFolder } from "./takeover/takeOverFolder";

/** What the server keeps running beside its pages. */
export interface ServerRuntime {
  readonly database: ServerDatabase;
  readonly room: Room;
  readonly postRoom: PostRoom;
  readonly inbox: Inbox;
  readonly mailboxes: Mailboxes;
  /** None where letters leave by a real mail server. */
  readonly practice: PracticePost | undefined;
  readonly families: FamilyService;
  readonly cards: CardDesk;
  readonly views: ViewDesk;
  /** The mail server that is set, and how reading from it goes. */
  readonly mail: MailDesk;
  /** How far the clock is ahead, in ms; only the practice post's can be. */
  clockAheadMs(): number;
  /** Sets the practice post's clock on: what is due by then leaves. */
  stepClock(byMs: number): Promise<void>;
  /** The address by which families reach this server from elsewhere, where there is one. */
  readonly familiesAt: string | undefined;
  /** Where their proxy is to point, where they were passed on to the teacher's own port. */
  pointProxyTo(): string | undefined;
  /** Where the server keeps its data. */
  readonly folder: string;
  /** Ends what runs beside the pages, once nothing is leaving; the database stays open. */
  rest(): Promise<void>;
  /** The same, and lets go of the database. */
  close(): Promise<void>;
}

/** Routes and the start-up code are bundled apart, so the one runtime lives where both find it. */
const shared = globalThis as typeof globalThis & {
  vineNoteRuntime?: Promise<ServerRuntime> | undefined;
  /** Told by the listener: families came by the teacher's own port. */
  vineNoteFormerPort?: boolean;
};

const LONGEST_REST_MS = 30_000;

/** The running server; opened by the first who asks, and again by the next where that failed. */
export function serverRuntime(): Promise<ServerRuntime> {
  shared.vineNoteRuntime ??= openSafely().catch((cause) => {
    shared.vineNoteRuntime = undefined;
    throw cause;
  });
  return shared.vineNoteRuntime;
}

/** Opens everything again, as it is set now; what is under way is ended cleanly before. */
export async function reopenRuntime(): Promise<ServerRuntime> {
  const before = shared.vineNoteRuntime;
  shared.vineNoteRuntime = (async () => {
    const running = await before?.catch(() => undefined);
    const set = readEnvironment(process.env);
    if (running?.folder !== dataFolder(set)) await running?.close();
    // The database stays open: a disk that is full just now would not give it back.
    else await running.rest();
    return openSafely(running?.folder === dataFolder(set) ? running.database : undefined);
  })().catch((cause) => {
    shared.vineNoteRuntime = undefined;
    throw cause;
  });
  return shared.vineNoteRuntime;
}

/** Repairs a damaged database and goes on with it; gives what could be read. Errors: it is not damaged, or can't be read at all. */
export async function repairRuntime(): Promise<Repaired> {
  await (await shared.vineNoteRuntime?.catch(() => undefined))?.close();
  const repaired = await repairDatabase(dataFolder(readEnvironment(process.env)), new Date());
  shared.vineNoteRuntime = undefined;
  await serverRuntime();
  return repaired;
}

/** The folder is known only at run time; without the hint the bundler would trace the whole project. */
function dataFolder({ VINE_DATA }: Environment): string {
  return path.resolve(/* turbopackIgnore: true */ VINE_DATA);
}

/** Errors: a problem in words, where the folder is another's or the disk gives or takes nothing. */
async function openSafely(database?: ServerDatabase): Promise<ServerRuntime> {
  try {
    return await open(readEnvironment(process.env), database);
  } catch (cause) {
    if (cause instanceof Problem) throw cause;
    throw new Problem(
      "not set right",
      `The post room can’t start: ${(cause as Error).message} Your gradebook and notes are safe in this browser, and letters wait in it.`,
      { cause },
    );
  }
}

async function open(set: Environment, known: ServerDatabase | undefined): Promise<ServerRuntime> {
  const data = dataFolder(set);
  const here = `http://127.0.0.1:${set.PORT}`;
  const database = known ?? (await openDatabase(data, here));
  try {
    return await openIn(database, data, set, here);
  } catch (cause) {
    await database.close();
    throw cause;
  }
}

async function openIn(database: ServerDatabase, data: string, set: Environment, here: string): Promise<ServerRuntime> {
  await takeOverFolder(data, await Room.open(database.db));
  const room = await Room.open(database.db);
  const stored = await storedMail(room);
  const relay = set.VINE_SMTP_URL ?? sendingServer(stored);
  const clock = await PracticeClock.open(room);
  // Real letters leave by the real clock.
  const clockAheadMs = () => set.VINE_CLOCK_AHEAD_MS + (relay ? 0 : clock.aheadMs);
  const now = () => Date.now() + clockAheadMs();
  const mailboxes = new Mailboxes(room);
  let inbox: Inbox | undefined;
  const take = (message: Uint8Array) => inbox?.take(message) ?? Promise.resolve();
  const practice = relay ? undefined : new PracticePost(mailboxes, practiceOptions(set, take));
  const server = relay ?? (await practice?.listen()) ?? "";
  const post = practice ? "practice" : "relay";
  const families = await FamilyService.open(room, {
    ...{ post, now, origin: set.VINE_PUBLIC_URL ?? here },
    // Real letters lead to no page that opens on this computer alone.
    hasPages: practice !== undefined || set.VINE_PUBLIC_URL !== undefined,
  });
  const cards = new CardDesk(families, () => postRoom.lookAgain());
  const views = new ViewDesk(
    room,
    () => families.linkSecrets,
    (view) => cards.view(view),
    now,
  );
  const transport = smtpTransport(server, (letter) => {
    if (!isToFamilies(letter)) return undefined;
    const link = families.stopLink(letter);
    return link === undefined ? "write back" : { link };
  });
  const limits = {
    dailyLimit: set.VINE_DAILY_LIMIT ?? stored.dailyLimit,
    perMinute: set.VINE_PER_MINUTE ?? stored.perMinute,
  };
  const postRoom = await PostRoom.open({ room, transport, post, now, limits });
  inbox = new Inbox(postRoom, now);
  const stopMaildir = set.VINE_INBOX ? watchMaildir(set.VINE_INBOX, take) : undefined;
  const mailbox =
    stored.reading && !set.VINE_INBOX
      ? watchMailbox(stored, room, take, Date.now, set.VINE_MAILBOX_EVERY_MS)
      : undefined;
  const rest = async () => {
    stopMaildir?.();
    mailbox?.stop();
    // What is leaving now comes to its end: with a real server nobody could say what became of it.
    await postRoom.rest(LONGEST_REST_MS);
    await postRoom.close();
    await practice?.close();
  };
  return {
    folder: data,
    rest,
    ...{ database, room, postRoom, inbox, mailboxes, practice, families, cards, views, clockAheadMs },
    stepClock: async (byMs) => {
      await clock.step(byMs);
      postRoom.lookAgain();
    },
    mail: new MailDesk(room, mailEnvironment(set), mailbox),
    familiesAt: set.VINE_PUBLIC_URL && new URL(set.VINE_PUBLIC_URL).origin,
    pointProxyTo: () =>
      shared.vineNoteFormerPort ? `http://127.0.0.1:${set.VINE_FAMILY_PORT ?? Number(set.PORT) + 1}` : undefined,
    close: async () => {
      await rest();
      await database.close();
    },
  };
}

function practiceOptions(set: Environment, take: (message: Uint8Array) => Promise<unknown>) {
  return {
    delayMs: set.VINE_PRACTICE_DELAY_MS,
    ...(set.VINE_PRACTICE_LATE_MS !== undefined && { lateMs: set.VINE_PRACTICE_LATE_MS }),
    onDelivered: (message: Uint8Array) => {
      take(message).catch((cause) => console.error(new Error("A message could not be read.", { cause })));
    },
  };
}

function mailEnvironment(set: Environment): MailEnvironment {
  const hasLimits = set.VINE_DAILY_LIMIT !== undefined || set.VINE_PER_MINUTE !== undefined;
  return {
    sets: [
      ...(set.VINE_SMTP_URL ? (["sending"] as const) : []),
      ...(set.VINE_INBOX ? (["reading"] as const) : []),
      ...(hasLimits ? (["limits"] as const) : []),
    ],
    familiesReachLinks: set.VINE_PUBLIC_URL !== undefined,
  };
}
