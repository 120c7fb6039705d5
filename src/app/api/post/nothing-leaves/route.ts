import { nothingLeavesSchema } from "@/core/delivery/handOver";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Holds everything back, or lets it go on. */
export const POST = (request: Request) =>
  answer(async () => {
    const { nothingLeaves } = await readBody(request, nothingLeavesSchema);
    await (await house()).postRoom.setNothingLeaves(nothingLeaves);
  });
