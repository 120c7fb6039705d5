import { MAX_MESSAGE_BYTES } from "@/post/edge/messageId";
import { answer, readBytes } from "@/post/edge/problem";
import { house } from "@/post/house";

/** A message that came to the teacher's own mail program (RFC 5322): an answer to a letter, or a notification. */
export const POST = (request: Request) =>
  answer(async () => ({ about: await (await house()).inbox.take(await readBytes(request, MAX_MESSAGE_BYTES)) }));
