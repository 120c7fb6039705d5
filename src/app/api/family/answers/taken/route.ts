import { answersTakenSchema } from "@/core/families/familyEvent";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** A browser has some answers on its disk: their words go from the server. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).cards.taken(await readBody(request, answersTakenSchema)));
