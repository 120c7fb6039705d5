import { cardAnswerSchema } from "@/core/families/cardAnswer";
import { answer, MAX_FAMILY_BODY_BYTES, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** A family's answer to a contact card. */
export const POST = (request: Request) =>
  answer(async () =>
    (await serverRuntime()).cards.answer(await readBody(request, cardAnswerSchema, MAX_FAMILY_BODY_BYTES)),
  );
