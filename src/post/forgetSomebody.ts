import type { ForgetRequest } from "@/core/backup/forgetRequest";
import { messageIdOf } from "./edge/messageId";
import { forgetPeople } from "./letters/forgetPeople";
import { forgetReplies } from "./mail/inbox";
import type { ServerRuntime } from "./serverRuntime";
import { findLetters } from "./store/letters";
import type { Room } from "./store/room";

/** So long is waited for letters that are leaving at that moment, in ms; a mail server that takes longer is not waited for. */
const LONGEST_LEAVING_MS = 60_000;
const LOOK_EVERY_MS = 1_000;

/** Somebody is erased: nothing here names them any more, in no table, and no byte of it stays in the files of the database. */
export async function forgetSomebody(runtime: ServerRuntime, { ids, addresses, words }: ForgetRequest): Promise<void> {
  const { room, cards, mailboxes, database, families } = runtime;
  const low = new Set(addresses.map((address) => address.toLowerCase()));
  const forget = () =>
    room.transaction(async (inside) => {
      await forgetReplies(inside, words);
      return forgetPeople(inside, new Set(ids), low, families.options.now());
    });
  let letterIds = await forget();
  // What a letter says is here until it is known what became of it.
  const until = Date.now() + LONGEST_LEAVING_MS;
  while ((await leavingOf(room, letterIds)) > 0 && Date.now() < until) {
    await room.waitBeyond((await room.row()).lastSeq, LOOK_EVERY_MS);
    letterIds = [...new Set([...letterIds, ...(await forget())])];
  }
  await cards.forget(words);
  await mailboxes.forget(addresses, letterIds.map(messageIdOf), words);
  await database.scrub();
}

/** How many of some letters are leaving now. */
async function leavingOf(room: Room, letterIds: readonly string[]): Promise<number> {
  const letters = await findLetters(room, letterIds);
  return [...letters.values()].filter(({ state }) => state === "leaving").length;
}
