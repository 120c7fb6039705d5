import { replaceSchema } from "@/core/delivery/postRequests";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Puts letters that were handed over as staged in the place of others. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).postRoom.replace(await readBody(request, replaceSchema)));
