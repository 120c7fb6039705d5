import { answersSettledSchema } from "@/core/families/familyEvent";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** The teacher has looked at some answers: what they asked for holds as she said, and letters wait for them no more. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).cards.settled((await readBody(request, answersSettledSchema)).answerIds));
