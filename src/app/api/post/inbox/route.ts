import { answer, readBytes } from "@/post/edge/problem";
import { house } from "@/post/house";

const MAX_MESSAGE_BYTES = 5_000_000;

/** A message that came to the teacher's own mail program (RFC 5322): an answer to a letter, or a notification. */
export const POST = (request: Request) =>
  answer(async () => ({ about: await (await house()).inbox.take(await readBytes(request, MAX_MESSAGE_BYTES)) }));
