import { createHash } from "node:crypto";
import { mboxText } from "@/core/formats/mboxText";
import { isNamedIn } from "../edge/isNamedIn";
import { Problem } from "../edge/problem";
import type { Room } from "../store/room";

export interface MailboxSummary {
  readonly address: string;
  readonly messages: number;
  /** When the newest message came, ms since the epoch. */
  readonly newestAt: number;
}

/** The families' mailboxes of the practice post: messages by address, each named after its Message-ID. */
export class Mailboxes {
  constructor(private readonly room: Room) {}

  /** Keeps a message; resolves once it is on disk. A message whose Message-ID is already there is dropped, and told as such. */
  async deliver(address: string, messageId: string, bytes: Uint8Array): Promise<"delivered" | "already there"> {
    const { db, id: room } = this.room;
    const made = await db
      .insertInto("messages")
      .values({ room, address: mailboxOf(address), name: nameOf(messageId), at: Date.now(), bytes: Buffer.from(bytes) })
      .onConflict((conflict) => conflict.doNothing())
      .returning("name")
      .execute();
    return made.length > 0 ? "delivered" : "already there";
  }

  /** Notes that the sender of a letter to a mailbox was asked to come again; gives whether that is new. It is known over a restart. */
  async askAgain(address: string): Promise<boolean> {
    const { db, id: room } = this.room;
    const made = await db
      .insertInto("askedAgain")
      .values({ room, address: mailboxOf(address) })
      .onConflict((conflict) => conflict.doNothing())
      .returning("address")
      .execute();
    return made.length > 0;
  }

  /** All mailboxes that have a message, the newest first. */
  async mailboxes(): Promise<MailboxSummary[]> {
    const { db, id } = this.room;
    const rows = await db
      .selectFrom("messages")
      .select(({ fn }) => ["address", fn.countAll<number>().as("messages"), fn.max("at").as("newestAt")])
      .where("room", "=", id)
      .groupBy("address")
      .execute();
    return rows.sort((a, b) => b.newestAt - a.newestAt || a.address.localeCompare(b.address));
  }

  /** The messages of one mailbox, the newest first. */
  async messages(address: string): Promise<{ name: string; at: number }[]> {
    const { db, id } = this.room;
    return db
      .selectFrom("messages")
      .select(["name", "at"])
      .where("room", "=", id)
      .where("address", "=", mailboxOf(address))
      .orderBy("at", "desc")
      .orderBy("name")
      .execute();
  }

  /** One message as it came by mail (RFC 5322). */
  async read(address: string, name: string): Promise<Uint8Array> {
    const { db, id } = this.room;
    const message = await db
      .selectFrom("messages")
      .select("bytes")
      .where("room", "=", id)
      .where("address", "=", mailboxOf(address))
      .where("name", "=", name)
      .executeTakeFirst();
    if (!message) throw new Problem("not there", "There is no such message.");
    return message.bytes;
  }

  /** A whole mailbox as one file (RFC 4155), the oldest message first; read message by message. */
  async *mbox(address: string): AsyncGenerator<Buffer> {
    for (const { name, at } of (await this.messages(address)).reverse()) {
      const message = Buffer.from(await this.read(address, name)).toString("latin1");
      yield Buffer.from(mboxText([message], SENDER, at), "latin1");
    }
  }

  /** Deletes some mailboxes, messages by their Message-IDs, and every message that names somebody. */
  async forget(addresses: readonly string[], messageIds: readonly string[], words: readonly string[]): Promise<void> {
    const { db, id } = this.room;
    const gone = new Set(messageIds.map(nameOf));
    for (const address of addresses)
      for (const table of ["messages", "askedAgain"] as const)
        await db.deleteFrom(table).where("room", "=", id).where("address", "=", address.toLowerCase()).execute();
    for (const { address } of await this.mailboxes())
      for (const { name } of await this.messages(address)) {
        if (!gone.has(name) && !(await isNamedIn(await this.read(address, name), words))) continue;
        await db
          .deleteFrom("messages")
          .where("room", "=", id)
          .where("address", "=", address)
          .where("name", "=", name)
          .execute();
      }
  }

  /** Empties every mailbox. */
  async reset(): Promise<void> {
    const { db, id } = this.room;
    for (const table of ["messages", "askedAgain"] as const)
      await db.deleteFrom(table).where("room", "=", id).execute();
  }
}

/** Stands where a mailbox file names who sent a message; the messages say so themselves. */
const SENDER = "practice-post@localhost";

function mailboxOf(address: string): string {
  if (!address.includes("@")) throw new Problem("not readable", "A mailbox is named by an address.");
  return address.toLowerCase();
}

/** What a message is called in its mailbox. */
export function nameOf(messageId: string): string {
  return createHash("sha256").update(messageId).digest("hex").slice(0, 40);
}
