import { withdrawSchema } from "@/core/delivery/postRequests";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Calls back the letters of a round that have not begun to leave. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).postRoom.withdraw((await readBody(request, withdrawSchema)).roundId));
