import { publishedCardSchema } from "@/core/model/contactCard";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Puts a contact card where families can reach it. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).cards.publish(await readBody(request, publishedCardSchema)));
