import { forgetRequestSchema } from "@/core/backup/forgetRequest";
import { answer, readBody } from "@/post/edge/problem";
import { forgetSomebody } from "@/post/forgetSomebody";
import { serverRuntime } from "@/post/serverRuntime";

/** The teacher erases somebody: their letters are withdrawn, and nothing here names them any more. */
export const POST = (request: Request) =>
  answer(async () => {
    await forgetSomebody(await serverRuntime(), await readBody(request, forgetRequestSchema));
  });
