import { linksRequestSchema } from "@/core/families/familyEvent";
import { house } from "@/post/house";
import { answer, readBody } from "@/post/problem";

/** Signs a link of its own for each guardian. */
export const POST = (request: Request) =>
  answer(async () => ({
    tokens: await (await house()).familyDesk.tokens(await readBody(request, linksRequestSchema)),
  }));
