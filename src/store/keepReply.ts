import type { ReplyEvent } from "@/core/delivery/postEvent";
import { type Reply, replySchema } from "@/core/delivery/reply";
import type { Letter } from "@/core/delivery/round";
import type { Talk } from "@/core/model/talk";
import { addToOutbox } from "./outbox";
import type { VineDatabase } from "./vineDatabase";

/** A reply whose words are still in the post room. */
export function announcedReply({ messageName, replyTo, at, automatic }: ReplyEvent): Reply {
  return {
    id: messageName,
    letterId: replyTo,
    at,
    automatic,
    state: "on its way",
    from: { name: "", address: "" },
    subject: "",
    text: "",
  };
}

/** Replies of which the words are still to be taken. */
export function announcedReplies(database: VineDatabase): Promise<Reply[]> {
  return database.replies.where({ state: "on its way" }).toArray();
}

/** Keeps the words of a reply; the post room has them too until it is told. What a machine wrote asks for no reading. */
export async function keepReply(
  database: VineDatabase,
  reply: Reply,
  words: Pick<Reply, "from" | "subject" | "text">,
): Promise<void> {
  const state = reply.automatic ? "read" : "new";
  await database.transaction("rw", database.replies, database.outbox, async () => {
    await database.replies.put(replySchema.parse({ ...reply, ...words, state }));
    await addToOutbox(database, [{ kind: "reply", name: reply.id }]);
  });
}

/** Replies that were not read yet, the newest first. */
export async function newReplies(database: VineDatabase): Promise<Reply[]> {
  return (await database.replies.where({ state: "new" }).toArray()).sort((a, b) => b.at - a.at);
}

/** The same, each with the letter that it answers, where that is here. */
export async function newRepliesWithLetters(
  database: VineDatabase,
): Promise<{ reply: Reply; letter: Letter | undefined }[]> {
  const fresh = await newReplies(database);
  const letters = await database.letters.bulkGet(fresh.map(({ letterId }) => letterId));
  return fresh.map((reply, place) => ({ reply, letter: letters[place] }));
}

/** The replies to some letters, the oldest first. */
export async function repliesTo(database: VineDatabase, letterIds: readonly string[]): Promise<Reply[]> {
  return (await database.replies.where("letterId").anyOf(letterIds).toArray()).sort((a, b) => a.at - b.at);
}

export async function markRead(database: VineDatabase, ids: readonly string[]): Promise<void> {
  await database.replies.where("id").anyOf(ids).modify({ state: "read" });
}

/** The teacher's own notes of talks about a student, the newest first. */
export async function talksAbout(database: VineDatabase, studentId: string): Promise<Talk[]> {
  return (await database.talks.where({ studentId }).toArray()).sort((a, b) => b.at - a.at);
}
