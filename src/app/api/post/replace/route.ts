import { replaceSchema } from "@/core/delivery/handOver";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Puts letters that were handed over as staged in the place of others. */
export const POST = (request: Request) =>
  answer(async () => (await house()).postRoom.replace(await readBody(request, replaceSchema)));
