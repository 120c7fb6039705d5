import { answersTakenSchema } from "@/core/families/familyEvent";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** A browser has some answers on its disk: their words go from the server. */
export const POST = (request: Request) =>
  answer(async () => (await house()).familyDesk.answersTaken(await readBody(request, answersTakenSchema)));
