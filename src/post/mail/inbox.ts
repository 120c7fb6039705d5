import { createHash } from "node:crypto";
import { letterIdsIn } from "../edge/messageId";
import { Problem } from "../edge/problem";
import type { PostRoom } from "../letters/postRoom";
import type { Room } from "../store/room";
import { readDeliveryStatus } from "./deliveryStatus";
import { type Answer, answerIn, MAX_MESSAGE_BYTES, readMessage } from "./readMessage";

/**
 * Reads what comes back to the teacher's address: delivery status notifications bring a letter's state up to date, and
 * answers wait here until the browser has them. Everything else is none of its business.
 */
export class Inbox {
  constructor(
    private readonly postRoom: PostRoom,
    private readonly now: () => number,
  ) {}

  /** Takes one message (RFC 5322), and gives what it is. The same message again changes nothing. */
  async take(message: Uint8Array): Promise<"an answer" | "a notification" | "neither"> {
    if (message.byteLength > MAX_MESSAGE_BYTES) return "neither";
    const read = await readMessage(message);
    const status = readDeliveryStatus(read);
    if (status) {
      if (!(await this.postRoom.knows(status.letterId))) return "neither";
      if (status.failed) await this.postRoom.returned(status.letterId, status.serverAnswer);
      return "a notification";
    }
    // A letter of ours that answers somebody names one as well, and may lie in a mailbox that is read here.
    if (letterIdsIn(read.field("message-id")).length > 0) return "neither";
    const answer = answerIn(read);
    if (!answer || !(await this.postRoom.knows(answer.letterId))) return "neither";
    await noteReply(this.postRoom.room, messageName(message), answer, this.now());
    return "an answer";
  }

  /** The words of an answer that was announced. Errors: it was taken already. */
  async read(name: string) {
    const { db, id } = this.postRoom.room;
    const reply = await db
      .selectFrom("replies")
      .selectAll()
      .where("room", "=", id)
      .where("name", "=", name)
      .executeTakeFirst();
    if (!reply) throw new Problem("not there", "There is no such answer, or it was taken already.");
    const { fromName, fromAddress, subject, text, isUnreadable } = reply;
    return { from: { name: fromName, address: fromAddress }, subject, text, isUnreadable: isUnreadable === 1 };
  }

  /** The browser has it: the words go. */
  async forget(name: string): Promise<void> {
    const { db, id } = this.postRoom.room;
    await db.deleteFrom("replies").where("room", "=", id).where("name", "=", name).execute();
  }
}

/** Keeps an answer and announces it, both or neither; once, however often it comes. */
function noteReply(room: Room, name: string, answer: Answer, at: number): Promise<void> {
  return room.transaction(async (inside) => {
    const known = await inside.db
      .selectFrom("events")
      .select("seq")
      .where("room", "=", inside.id)
      .where("kind", "=", "reply")
      .where("subject", "=", name)
      .executeTakeFirst();
    if (known) return;
    const { letterId: replyTo, isAutomatic: automatic } = answer;
    await inside.addEvent({ at, kind: "reply", subject: name, body: { replyTo, messageName: name, automatic } });
    await keepReply(inside, name, answer);
  });
}

/** Keeps the words of an answer. Within a transaction. */
export async function keepReply({ db, id }: Room, name: string, answer: Answer): Promise<void> {
  const { fromName, fromAddress, subject, text, isUnreadable } = answer;
  await db
    .insertInto("replies")
    .values({ room: id, name, fromName, fromAddress, subject, text, isUnreadable: isUnreadable ? 1 : 0 })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** Answers that wait and name somebody go. Within a transaction. */
export async function forgetReplies({ db, id }: Room, words: readonly string[]): Promise<void> {
  const low = words.map((word) => word.toLowerCase());
  const replies = await db.selectFrom("replies").selectAll().where("room", "=", id).execute();
  for (const { name, fromName, fromAddress, subject, text } of replies) {
    const said = [fromName, fromAddress, subject, text].join("\n").toLowerCase();
    if (low.some((word) => said.includes(word)))
      await db.deleteFrom("replies").where("room", "=", id).where("name", "=", name).execute();
  }
}

/** What a message is called while it waits here. */
export function messageName(message: Uint8Array): string {
  return createHash("sha256").update(message).digest("hex").slice(0, 40);
}
