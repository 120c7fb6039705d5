import { answer, readBytes } from "@/post/edge/problem";
import { MAX_MESSAGE_BYTES } from "@/post/mail/readMessage";
import { serverRuntime } from "@/post/serverRuntime";

/** A message that came to the teacher's own mail program (RFC 5322): an answer to a letter, or a notification. */
export const POST = (request: Request) =>
  answer(async () => ({
    about: await (await serverRuntime()).inbox.take(await readBytes(request, MAX_MESSAGE_BYTES)),
  }));
