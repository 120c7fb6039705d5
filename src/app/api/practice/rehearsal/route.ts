import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";
import { rehearsalSchema } from "@/post/practice/behaviour";
import { practiceOf } from "@/post/practice/practiceOf";

/** What the next letters meet. */
export const GET = () => answer(async () => practiceOf(await house()).rehearsal);

/** Makes the next letters meet trouble, or none. */
export const PUT = (request: Request) =>
  answer(async () => practiceOf(await house()).rehearse(await readBody(request, rehearsalSchema)));
