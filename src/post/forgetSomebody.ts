import type { ForgetRequest } from "@/core/backup/forgetRequest";
import { messageIdOf } from "./edge/messageId";
import { forgetPeople } from "./letters/forgetPeople";
import { forgetReplies } from "./mail/inbox";
import type { ServerRuntime } from "./serverRuntime";

/** Somebody is erased: nothing here names them any more, in no table, and no byte of it stays in the files of the database. */
export async function forgetSomebody(runtime: ServerRuntime, { ids, addresses, words }: ForgetRequest): Promise<void> {
  const { room, cards, mailboxes, database, families } = runtime;
  const low = new Set(addresses.map((address) => address.toLowerCase()));
  const letterIds = await room.transaction(async (inside) => {
    await forgetReplies(inside, words);
    return forgetPeople(inside, new Set(ids), low, families.options.now());
  });
  await cards.forget(words);
  await mailboxes.forget(addresses, letterIds.map(messageIdOf), words);
  await database.scrub();
}
