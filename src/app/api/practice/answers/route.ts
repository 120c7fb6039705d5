import { answer, readBody } from "@/post/edge/problem";
import { answerLetter, practiceAnswerSchema } from "@/post/practice/answerLetter";
import { serverRuntime } from "@/post/serverRuntime";

/** Answers a letter as the family would. */
export const POST = (request: Request) =>
  answer(async () => answerLetter(await serverRuntime(), await readBody(request, practiceAnswerSchema)));
