import { nothingLeavesSchema } from "@/core/delivery/postRequests";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Holds everything back, or lets it go on. */
export const POST = (request: Request) =>
  answer(async () => {
    const { nothingLeaves } = await readBody(request, nothingLeavesSchema);
    await (await serverRuntime()).postRoom.setNothingLeaves(nothingLeaves);
  });
