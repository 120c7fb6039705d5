import { answer, readBody } from "@/post/edge/problem";
import { rehearsalSchema } from "@/post/practice/behaviour";
import { practiceOf } from "@/post/practice/practiceOf";
import { serverRuntime } from "@/post/serverRuntime";

/** What the next letters meet. */
export const GET = () => answer(async () => practiceOf(await serverRuntime()).rehearsal);

/** Makes the next letters meet trouble, or none. */
export const PUT = (request: Request) =>
  answer(async () => practiceOf(await serverRuntime()).rehearse(await readBody(request, rehearsalSchema)));
