import * as z from "zod";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

const MOST_AT_ONCE = 500;
const askedSchema = z.object({ addresses: z.array(z.string().max(254)).max(MOST_AT_ONCE) });

/** Which of some addresses no letters are wanted at. */
export const POST = (request: Request) =>
  answer(async () => {
    const { addresses } = await readBody(request, askedSchema);
    return { closed: await (await serverRuntime()).families.closedOf(addresses) };
  });
