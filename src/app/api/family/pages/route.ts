import { viewPageSchema } from "@/core/marking/viewPage";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Puts a page for views where others can reach it, or closes it. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).views.publish(await readBody(request, viewPageSchema)));
