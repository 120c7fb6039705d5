import { messagesSchema } from "@/core/delivery/handOver";
import { house } from "@/post/house";
import { answer, readBody } from "@/post/problem";
import { writeMessages } from "@/post/writeMessages";

/** Writes letters as messages and gives them back; none is sent. */
export const POST = (request: Request) =>
  answer(async () => writeMessages(await readBody(request, messagesSchema), (await house()).postRoom.enclosures));
