import { forgetRequestSchema } from "@/core/backup/forgetRequest";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** The teacher erases somebody: their letters are called back, and nothing here names them any more. */
export const POST = (request: Request) =>
  answer(async () => {
    await (await house()).forget(await readBody(request, forgetRequestSchema));
  });
