import { handOverSchema } from "@/core/delivery/postRequests";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Hands letters over to the post room; the answer comes once they are on disk. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).postRoom.handOver(await readBody(request, handOverSchema)));
