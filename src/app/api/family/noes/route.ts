import { addressWordSchema } from "@/core/families/addressWord";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** The teacher says at which addresses letters are wanted no more, or again. */
export const POST = (request: Request) =>
  answer(async () => {
    await (await house()).sayOfAddresses(await readBody(request, addressWordSchema));
  });
