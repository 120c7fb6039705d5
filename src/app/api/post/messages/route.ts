import { messagesSchema } from "@/core/delivery/postRequests";
import { answer, readBody } from "@/post/edge/problem";
import { writeMessages } from "@/post/letters/writeMessages";
import { serverRuntime } from "@/post/serverRuntime";

/** Writes letters as messages and gives them back; none is sent. */
export const POST = (request: Request) =>
  answer(async () => writeMessages(await readBody(request, messagesSchema), (await serverRuntime()).room));
