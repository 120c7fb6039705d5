import { linksRequestSchema } from "@/core/families/familyEvent";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Signs a link of its own for each guardian. */
export const POST = (request: Request) =>
  answer(async () => ({
    tokens: await (await house()).familyDesk.tokens(await readBody(request, linksRequestSchema)),
  }));
