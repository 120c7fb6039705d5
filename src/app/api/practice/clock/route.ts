import { answer, readBody } from "@/post/edge/problem";
import { clockStepSchema } from "@/post/practice/practiceClock";
import { practiceOf } from "@/post/practice/practiceOf";
import { serverRuntime } from "@/post/serverRuntime";

/** Sets the practice post's clock on: what is due by then leaves. */
export const POST = (request: Request) =>
  answer(async () => {
    const { byMs } = await readBody(request, clockStepSchema);
    const runtime = await serverRuntime();
    practiceOf(runtime);
    await runtime.stepClock(byMs);
    return { aheadMs: runtime.clockAheadMs() };
  });
