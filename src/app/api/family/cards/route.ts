import { publishedCardSchema } from "@/core/model/contactCard";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Puts a contact card where families can reach it. */
export const POST = (request: Request) =>
  answer(async () => (await house()).familyDesk.publish(await readBody(request, publishedCardSchema)));
