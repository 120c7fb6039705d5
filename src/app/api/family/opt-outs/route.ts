import { addressWordSchema } from "@/core/families/addressWord";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** The teacher says at which addresses letters are wanted no more, or again. */
export const POST = (request: Request) =>
  answer(async () => {
    await (await serverRuntime()).families.sayOfAddresses(await readBody(request, addressWordSchema));
  });
