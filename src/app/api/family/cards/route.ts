import { publishedCardSchema } from "@/core/families/contactCard";
import { house } from "@/post/house";
import { answer, readBody } from "@/post/problem";

/** Puts a contact card where families can reach it. */
export const POST = (request: Request) =>
  answer(async () => (await house()).familyDesk.publish(await readBody(request, publishedCardSchema)));
