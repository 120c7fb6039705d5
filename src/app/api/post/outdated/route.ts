import { outdatedSchema } from "@/core/delivery/postRequests";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Letters of rounds are to be rebuilt: none of them leaves until they are. The answer comes once that is on disk. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).postRoom.outdate(await readBody(request, outdatedSchema)));
