import { mkdir } from "node:fs/promises";
import type { Server } from "node:net";
import path from "node:path";
import { lockFolder } from "./disk/folderLock";
import { PRIVATE_FOLDER } from "./disk/writeWhole";
import { Problem } from "./edge/problem";
import { FamilyDesk } from "./familyDesk";
import { Inbox } from "./inbox";
import { PostRoom } from "./postRoom";
import { Maildir } from "./practice/maildir";
import { PracticePost } from "./practice/practicePost";
import { type Surroundings, surroundings } from "./surroundings";
import { smtpTransport } from "./transport";
import { watchMaildir } from "./watchMaildir";

/** What the server keeps running beside its pages. */
export interface House {
  readonly postRoom: PostRoom;
  readonly inbox: Inbox;
  readonly maildir: Maildir;
  /** None where letters leave by a real mail server. */
  readonly practice: PracticePost | undefined;
  readonly familyDesk: FamilyDesk;
}

/** Routes and the start-up code are bundled apart, so the one house lives where both find it. */
const shared = globalThis as typeof globalThis & {
  vineNoteHouse?: Promise<House> | undefined;
  /** Held until the process ends. */
  vineNoteLock?: Server;
};

/** The running house; opened by the first who asks, and anew by the next where that failed. */
export function house(): Promise<House> {
  shared.vineNoteHouse ??= openSafely().catch((cause) => {
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
  const now = () => Date.now() + set.VINE_CLOCK_AHEAD_MS;
  const familyDesk = await FamilyDesk.open(path.join(data, "families"), now);
  const origin = set.VINE_PUBLIC_URL ?? here;
  const stopLinkOf = (guardianId: string) => new URL(`/api/family/stop/${familyDesk.token(guardianId)}`, origin).href;

  const maildir = new Maildir(path.join(data, "mailboxes"));
  let inbox: Inbox | undefined;
  const onDelivered = (message: Uint8Array) => {
    inbox?.take(message).catch((cause) => console.error(new Error("A message could not be read.", { cause })));
  };
  const practice = set.VINE_SMTP_URL
    ? undefined
    : new PracticePost(maildir, {
        delayMs: set.VINE_PRACTICE_DELAY_MS,
        ...(set.VINE_PRACTICE_LATE_MS !== undefined && { lateMs: set.VINE_PRACTICE_LATE_MS }),
        onDelivered,
      });
  const url = set.VINE_SMTP_URL ?? (await practice?.listen()) ?? "";
  const postRoom = await PostRoom.open({
    folder,
    transport: smtpTransport(url, stopLinkOf),
    post: practice ? "practice" : "relay",
    now,
    limits: { dailyLimit: set.VINE_DAILY_LIMIT, perMinute: set.VINE_PER_MINUTE },
  });
  inbox = await Inbox.open(path.join(data, "inbox"), postRoom);
  if (set.VINE_INBOX) watchMaildir(set.VINE_INBOX, (message) => inbox.take(message));
  return { postRoom, inbox, maildir, practice, familyDesk };
}
