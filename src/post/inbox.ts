import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { mkdir, readdir, readFile, rm } from "node:fs/promises";
import path from "node:path";
import { type ParsedMail, type SimpleParserOptions, simpleParser } from "mailparser";
import { readDeliveryStatus } from "./deliveryStatus";
import { PRIVATE_FOLDER, syncFolder, writeWhole } from "./disk/writeWhole";
import { isNamedIn } from "./edge/isNamedIn";
import { letterIdsIn, MAX_MESSAGE_BYTES } from "./edge/messageId";
import { Problem } from "./edge/problem";
import type { PostRoom } from "./postRoom";

/** The part of a notification that programs read stays a part of its own. */
const WITH_STATUS: SimpleParserOptions = { keepDeliveryStatus: true };

/**
 * Reads what comes back to the teacher's address: delivery status notifications bring a letter's state up to date, and
 * answers wait here until the browser has taken them. Everything else is none of its business.
 */
export class Inbox {
  private constructor(
    private readonly folder: string,
    private readonly room: PostRoom,
  ) {}

  static async open(folder: string, room: PostRoom): Promise<Inbox> {
    await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
    const inbox = new Inbox(folder, room);
    // What a crash left written and not announced.
    for (const name of await readdir(folder)) {
      if (name.endsWith(".eml")) await inbox.announce(await readFile(path.join(folder, name)));
    }
    return inbox;
  }

  /** Takes one message (RFC 5322), and gives what it is. The same message again changes nothing. */
  async take(message: Uint8Array): Promise<"an answer" | "a notification" | "neither"> {
    if (message.byteLength > MAX_MESSAGE_BYTES) return "neither";
    // What can't be read is nothing for us, and must not keep what comes after it from being read.
    const mail = await simpleParser(Buffer.from(message), WITH_STATUS).catch(() => undefined);
    if (!mail) return "neither";
    const status = readDeliveryStatus(mail);
    if (status) {
      if (!this.room.knows(status.letterId)) return "neither";
      if (status.failed) await this.room.returned(status.letterId, status.serverAnswer);
      return "a notification";
    }
    // A letter of ours that answers somebody names one as well, and may lie in a mailbox that is read here.
    if (letterIdsIn(mail.messageId ?? "").length > 0) return "neither";
    const letterId = answeredLetter(mail);
    const name = nameOf(message);
    if (letterId === undefined || !this.room.knows(letterId)) return "neither";
    if (!this.room.isNewReply(letterId, name)) return "an answer";
    await writeWhole(this.fileOf(name), message);
    await syncFolder(this.folder);
    await this.room.replied(letterId, name, isAutomatic(mail));
    return "an answer";
  }

  private async announce(message: Uint8Array): Promise<void> {
    const mail = await simpleParser(Buffer.from(message), WITH_STATUS);
    await this.room.replied(answeredLetter(mail) ?? "", nameOf(message), isAutomatic(mail));
  }

  /** An answer as it came. */
  async read(name: string): Promise<Uint8Array> {
    const file = this.fileOf(name);
    if (!existsSync(file)) throw new Problem("not there", "There is no such answer, or it was taken already.");
    return readFile(file);
  }

  /** The browser has it: the words go. */
  async forget(name: string): Promise<void> {
    await rm(this.fileOf(name), { force: true });
  }

  /** Answers that wait and name somebody go. */
  async forgetWhoIsNamed(words: readonly string[]): Promise<void> {
    for (const name of await readdir(this.folder)) {
      const file = path.join(this.folder, name);
      if (await isNamedIn(await readFile(file), words)) await rm(file);
    }
  }

  private fileOf(name: string): string {
    if (!/^[0-9a-f]{40}$/.test(name)) throw new Problem("not there", "There is no such answer.");
    return path.join(this.folder, `${name}.eml`);
  }
}

/** What a message is called while it waits here. */
function nameOf(message: Uint8Array): string {
  return createHash("sha256").update(message).digest("hex").slice(0, 40);
}

/** The letter that a message answers, by In-Reply-To and References (RFC 5322), the last named first. */
function answeredLetter({ inReplyTo, references }: ParsedMail): string | undefined {
  const named = [...(Array.isArray(references) ? references : [references ?? ""]), inReplyTo ?? ""];
  return letterIdsIn(named.join(" ")).at(-1);
}

/** Whether a machine answered (RFC 3834); some say so only by older words of their own. */
function isAutomatic({ headers }: ParsedMail): boolean {
  const submitted = String(headers.get("auto-submitted") ?? "no").toLowerCase();
  const precedence = String(headers.get("precedence") ?? "").toLowerCase();
  return (
    !submitted.startsWith("no") || ["auto_reply", "bulk", "junk"].includes(precedence) || headers.has("x-autoreply")
  );
}
