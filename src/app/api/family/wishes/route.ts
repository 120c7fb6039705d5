import * as z from "zod";
import { wishSchema } from "@/core/families/familyEvent";
import { answer, MAX_FAMILY_BODY_BYTES, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

const requestSchema = z.object({ token: z.string(), wish: wishSchema });

/** What a guardian wishes, said with the link that only they have. */
export const POST = (request: Request) =>
  answer(async () => {
    const { token, wish } = await readBody(request, requestSchema, MAX_FAMILY_BODY_BYTES);
    await (await serverRuntime()).families.wish(token, wish);
  });
