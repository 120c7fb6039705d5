import { pauseSchema } from "@/core/delivery/handOver";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Keeps the letters of a round from leaving for a while, or lets them go on. */
export const POST = (request: Request) =>
  answer(async () => {
    const { roundId, paused } = await readBody(request, pauseSchema);
    await (await house()).postRoom.pause(roundId, paused);
  });
