import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";
import { answerLetter, practiceAnswerSchema } from "@/post/practice/answerLetter";

/** Answers a letter as the family would. */
export const POST = (request: Request) =>
  answer(async () => answerLetter(await house(), await readBody(request, practiceAnswerSchema)));
