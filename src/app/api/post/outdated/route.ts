import { outdatedSchema } from "@/core/delivery/handOver";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Letters of rounds are to be made anew: none of them leaves until they are. The answer comes once that is on disk. */
export const POST = (request: Request) =>
  answer(async () => (await house()).postRoom.outdate(await readBody(request, outdatedSchema)));
