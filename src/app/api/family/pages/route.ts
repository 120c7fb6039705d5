import { viewPageSchema } from "@/core/marking/viewPage";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Puts a page for views where others can reach it, or closes it. */
export const POST = (request: Request) =>
  answer(async () => (await house()).viewDesk.publish(await readBody(request, viewPageSchema)));
