import { linksRequestSchema } from "@/core/families/familyEvent";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Signs a link of its own for each guardian. */
export const POST = (request: Request) =>
  answer(async () => ({
    tokens: await (await serverRuntime()).families.tokens(await readBody(request, linksRequestSchema)),
  }));
