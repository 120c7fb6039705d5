import { sentViewSchema } from "@/core/marking/viewPage";
import { answer, MAX_FAMILY_BODY_BYTES, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** How somebody sees an assignment. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).views.say(await readBody(request, sentViewSchema, MAX_FAMILY_BODY_BYTES)));
