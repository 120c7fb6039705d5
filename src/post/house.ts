import { mkdir } from "node:fs/promises";
import path from "node:path";
import { PRIVATE_FOLDER } from "./durableFile";
import { FamilyDesk } from "./familyDesk";
import { PostRoom } from "./postRoom";
import { Maildir } from "./practice/maildir";
import { PracticePost } from "./practice/practicePost";
import { smtpTransport } from "./transport";

/** What the server keeps running beside its pages. */
export interface House {
  readonly postRoom: PostRoom;
  readonly maildir: Maildir;
  readonly familyDesk: FamilyDesk;
}

/** Routes and the start-up code are bundled apart, so the one house lives where both find it. */
const shared = globalThis as typeof globalThis & { vineNoteHouse?: Promise<House> };

/** The running house; opened by the first who asks. */
export function house(): Promise<House> {
  shared.vineNoteHouse ??= openHouse();
  return shared.vineNoteHouse;
}

async function openHouse(): Promise<House> {
  // The folder is known only at run time; without the hint the bundler would trace the whole project.
  const data = path.resolve(/* turbopackIgnore: true */ process.env.VINE_DATA ?? ".vine");
  const folder = path.join(data, "post");
  await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
  const maildir = new Maildir(path.join(data, "mailboxes"));
  const practice = new PracticePost(maildir, Number(process.env.VINE_PRACTICE_DELAY_MS ?? 0));
  const transport = smtpTransport(await practice.listen());
  const familyDesk = await FamilyDesk.open(path.join(data, "families"), Date.now);
  return { postRoom: await PostRoom.open({ folder, transport, post: "practice", now: Date.now }), maildir, familyDesk };
}
