import { pauseSchema } from "@/core/delivery/postRequests";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Keeps the letters of a round from leaving for a while, or lets them go on. */
export const POST = (request: Request) =>
  answer(async () => {
    const { roundId, paused } = await readBody(request, pauseSchema);
    await (await serverRuntime()).postRoom.pause(roundId, paused);
  });
