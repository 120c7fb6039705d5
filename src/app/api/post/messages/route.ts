import { messagesSchema } from "@/core/delivery/handOver";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";
import { writeMessages } from "@/post/writeMessages";

/** Writes letters as messages and gives them back; none is sent. */
export const POST = (request: Request) =>
  answer(async () => writeMessages(await readBody(request, messagesSchema), (await house()).postRoom.enclosures));
