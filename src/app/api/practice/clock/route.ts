import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";
import { clockStepSchema } from "@/post/practice/practiceClock";
import { practiceOf } from "@/post/practice/practiceOf";

/** Sets the practice post's clock on: what is due by then leaves. */
export const POST = (request: Request) =>
  answer(async () => {
    const { byMs } = await readBody(request, clockStepSchema);
    const here = await house();
    practiceOf(here);
    return { aheadMs: await here.stepClock(byMs) };
  });
