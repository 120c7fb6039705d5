import { cardAnswerSchema } from "@/core/families/contactCard";
import { house } from "@/post/house";
import { answer, MAX_FAMILY_BODY_BYTES, readBody } from "@/post/problem";

/** A family's answer to a contact card. */
export const POST = (request: Request) =>
  answer(async () =>
    (await house()).familyDesk.answer(await readBody(request, cardAnswerSchema, MAX_FAMILY_BODY_BYTES)),
  );
