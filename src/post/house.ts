import { mkdir } from "node:fs/promises";
import type { Server } from "node:net";
import path from "node:path";
import type { ForgetRequest } from "@/core/backup/forgetRequest";
import type { ServerPart } from "@/core/backup/serverPart";
import type { HandedLetter } from "@/core/delivery/handOver";
import type { AddressWord } from "@/core/families/addressWord";
import { addressesOfNoes } from "@/core/families/familyEvent";
import { CardHolds } from "./cardHolds";
import { lockFolder } from "./disk/folderLock";
import { PRIVATE_FOLDER } from "./disk/writeWhole";
import { messageIdOf } from "./edge/messageId";
import { Problem } from "./edge/problem";
import { FamilyDesk } from "./familyDesk";
import { Inbox } from "./inbox";
import { keptMail } from "./mail/keptMail";
import { MailDesk, type MailEnvironment } from "./mail/mailDesk";
import { sendingServer } from "./mail/sendingServer";
import { watchMailbox } from "./mail/watchMailbox";
import { NoBook } from "./noBook";
import { PostRoom } from "./postRoom";
import { Maildir } from "./practice/maildir";
import { PracticeClock } from "./practice/practiceClock";
import { PracticePost } from "./practice/practicePost";
import { isToFamilies, type StopWay } from "./stopLine";
import { type Surroundings, surroundings } from "./surroundings";
import { smtpTransport } from "./transport";
import { ViewDesk } from "./viewDesk";
import { watchMaildir } from "./watchMaildir";

/** What the server keeps running beside its pages. */
export interface House {
  readonly postRoom: PostRoom;
  readonly inbox: Inbox;
  readonly maildir: Maildir;
  /** None where letters leave by a real mail server. */
  readonly practice: PracticePost | undefined;
  readonly familyDesk: FamilyDesk;
  readonly viewDesk: ViewDesk;
  /** What the teacher says of addresses holds at once: what waits for them is called back. */
  sayOfAddresses(word: AddressWord): Promise<void>;
  /** The teacher has settled answers to cards: letters wait for them no more. */
  answersSettled(answerIds: readonly string[]): Promise<void>;
  /** How far the clock is ahead, in ms; the practice post's can be set on. */
  clockAheadMs(): number;
  /** Gives how far it is ahead then. */
  stepClock(byMs: number): Promise<number>;
  /** Whether no letters are wanted at an address. */
  isClosed(address: string): boolean;
  /** What the server holds for the teacher, for a backup; and adds what another one held. */
  everything(): Promise<ServerPart>;
  takeIn(part: ServerPart): Promise<void>;
  /** Somebody is erased: nothing here names them any more. */
  forget(request: ForgetRequest): Promise<void>;
  /** The address by which families reach this server from elsewhere, where there is one. */
  readonly familiesAt: string | undefined;
  /** The mail server that is set, and how reading from it goes. */
  readonly mail: MailDesk;
  /** Ends what runs beside the pages; the folder stays this process's own. */
  close(): Promise<void>;
}

/** Routes and the start-up code are bundled apart, so the one house lives where both find it. */
const shared = globalThis as typeof globalThis & {
  vineNoteHouse?: Promise<House> | undefined;
  /** Held until the process ends. */
  vineNoteLock?: Server;
};

const LONGEST_REST_MS = 30_000;

/** The running house; opened by the first who asks, and anew by the next where that failed. */
export function house(): Promise<House> {
  shared.vineNoteHouse ??= openSafely().catch((cause) => {
    shared.vineNoteHouse = undefined;
    throw cause;
  });
  return shared.vineNoteHouse;
}

/** Opens the house anew, as it is set now; what is under way is ended cleanly before. */
export async function reopenHouse(): Promise<House> {
  const before = shared.vineNoteHouse;
  shared.vineNoteHouse = (async () => {
    await (await before)?.close();
    return openSafely();
  })().catch((cause) => {
    shared.vineNoteHouse = undefined;
    throw cause;
  });
  return shared.vineNoteHouse;
}

/** Errors: a problem in words, where the folder is another's or the disk gives or takes nothing. */
async function openSafely(): Promise<House> {
  try {
    return await openHouse(surroundings(process.env));
  } catch (cause) {
    if (cause instanceof Problem) throw cause;
    throw new Problem(
      "not set right",
      `The post room can’t start: ${(cause as Error).message} Your gradebook and notes are safe in this browser, and letters wait in it.`,
      { cause },
    );
  }
}

async function openHouse(set: Surroundings): Promise<House> {
  // The folder is known only at run time; without the hint the bundler would trace the whole project.
  const data = path.resolve(/* turbopackIgnore: true */ set.VINE_DATA);
  const folder = path.join(data, "post");
  await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
  const here = `http://127.0.0.1:${set.PORT}`;
  shared.vineNoteLock ??= await lockFolder(data, here);
  const clock = await PracticeClock.open(data);
  // Real letters leave by the real clock.
  let isPractice = false;
  const aheadMs = () => set.VINE_CLOCK_AHEAD_MS + (isPractice ? clock.aheadMs : 0);
  const now = () => Date.now() + aheadMs();
  const familyDesk = await FamilyDesk.open(path.join(data, "families"), now);
  const viewDesk = await ViewDesk.open(
    data,
    () => familyDesk.codeSecrets,
    (view) => familyDesk.view(view),
    now,
  );
  const origin = set.VINE_PUBLIC_URL ?? here;

  const maildir = new Maildir(path.join(data, "mailboxes"));
  let inbox: Inbox | undefined;
  const onDelivered = (message: Uint8Array) => {
    inbox?.take(message).catch((cause) => console.error(new Error("A message could not be read.", { cause })));
  };
  const kept = await keptMail(data);
  const relay = set.VINE_SMTP_URL ?? sendingServer(kept);
  isPractice = relay === undefined;
  const practice = relay
    ? undefined
    : new PracticePost(maildir, {
        delayMs: set.VINE_PRACTICE_DELAY_MS,
        ...(set.VINE_PRACTICE_LATE_MS !== undefined && { lateMs: set.VINE_PRACTICE_LATE_MS }),
        onDelivered,
      });
  const server = relay ?? (await practice?.listen()) ?? "";
  const noBook = await NoBook.open(
    path.join(data, "families"),
    () => familyDesk.codeSecrets,
    practice ? "practice" : "relay",
    now,
  );
  const cardHolds = await CardHolds.open(path.join(data, "families"), (address) => noBook.codesOf(address));
  // Real letters lead to no page that opens on this computer alone.
  const hasPages = practice !== undefined || set.VINE_PUBLIC_URL !== undefined;
  const stopOf = (letter: HandedLetter): StopWay | undefined => {
    if (!isToFamilies(letter)) return undefined;
    const { guardianId, to } = letter;
    if (guardianId === undefined || !hasPages) return "write back";
    return {
      link: new URL(`/api/family/stop/${familyDesk.token(guardianId, noBook.codeOf(to.address))}`, origin).href,
    };
  };
  const postRoom = await PostRoom.open({
    folder,
    transport: smtpTransport(server, stopOf),
    post: practice ? "practice" : "relay",
    now,
    saidNoAfter: (guardianId, familySeq) => familyDesk.saidNoAfter(guardianId, familySeq),
    wishedAfter: (guardianId, familySeq) => familyDesk.wishedAfter(guardianId, familySeq),
    familyJournalId: familyDesk.journalId,
    isClosed: (address) => noBook.isClosed(address),
    isOnHold: (address) => cardHolds.has(address),
    limits: { dailyLimit: set.VINE_DAILY_LIMIT ?? kept.dailyLimit, perMinute: set.VINE_PER_MINUTE ?? kept.perMinute },
  });
  // What can't be called back now is asked about again before it leaves.
  const takeBack = () => postRoom.withdrawUnwanted().catch((cause) => console.error(cause));
  familyDesk.whenSaid(async ({ addressCode, isNo }) => {
    if (addressCode !== undefined)
      await (isNo ? noBook.close([addressCode], "the family") : noBook.reopen([addressCode]));
    if (isNo) await takeBack();
  });
  await familyDesk.whenAnswered((answer) => cardHolds.say(answer.answerId, addressesOfNoes(answer)));
  const answersSettled = async (answerIds: readonly string[]) => {
    if (await cardHolds.settle(answerIds)) postRoom.lookAgain();
  };
  /** What the teacher says of addresses: a call, a reply, a wish taken back on purpose. */
  const sayOfAddresses = async ({ addresses, wanted }: AddressWord) => {
    if (wanted) return noBook.reopen(addresses.flatMap((address) => noBook.codesOf(address)));
    const codes = addresses.map((address) => noBook.codeOf(address));
    if ((await noBook.close(codes, "the teacher")).length > 0) await takeBack();
  };
  inbox = await Inbox.open(path.join(data, "inbox"), postRoom);
  const take = (message: Uint8Array) => inbox?.take(message) ?? Promise.resolve();
  const stopMaildir = set.VINE_INBOX ? watchMaildir(set.VINE_INBOX, take) : undefined;
  const mailbox =
    kept.reading && !set.VINE_INBOX
      ? watchMailbox(kept, path.join(data, "mailbox.json"), take, Date.now, set.VINE_MAILBOX_EVERY_MS)
      : undefined;
  const close = async () => {
    stopMaildir?.();
    mailbox?.stop();
    // What is leaving now comes to its end: with a real server nobody could say what became of it.
    await postRoom.rest(LONGEST_REST_MS);
    await postRoom.close();
    await practice?.close();
    await familyDesk.close();
  };
  return {
    postRoom,
    inbox,
    maildir,
    practice,
    familyDesk,
    viewDesk,
    sayOfAddresses,
    answersSettled,
    clockAheadMs: aheadMs,
    stepClock: async (byMs) => {
      await clock.step(byMs);
      postRoom.clockMoved();
      return aheadMs();
    },
    isClosed: (address) => noBook.isClosed(address),
    everything: async () => ({
      kind: "Vine Note server part",
      ...(await familyDesk.everything()),
      viewPages: await viewDesk.pages(),
      noes: [...noBook.all()],
      holds: cardHolds.all(),
      letters: postRoom.knownLetters(),
    }),
    takeIn: async (part) => {
      // What keeps letters back comes first.
      await noBook.takeIn(part.noes);
      await cardHolds.takeIn(part.holds);
      await familyDesk.takeIn(part);
      await viewDesk.takeIn(part.viewPages);
      await postRoom.takeInKnown(part.letters);
      await takeBack();
    },
    forget: async ({ ids, addresses, words }) => {
      const letterIds = await postRoom.forget(new Set(ids), new Set(addresses.map((one) => one.toLowerCase())));
      await familyDesk.forget(words);
      await inbox?.forgetWhoIsNamed(words);
      await maildir.forget(addresses, letterIds.map(messageIdOf), words);
    },
    familiesAt: set.VINE_PUBLIC_URL && new URL(set.VINE_PUBLIC_URL).origin,
    mail: new MailDesk(data, mailEnvironment(set), mailbox),
    close,
  };
}

function mailEnvironment(set: Surroundings): MailEnvironment {
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
