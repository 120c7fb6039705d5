import { answer } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

interface Where {
  params: Promise<{ name: string }>;
}

/** The words of an answer to a letter. */
export const GET = (_request: Request, { params }: Where) =>
  answer(async () => (await serverRuntime()).inbox.read((await params).name));

/** The browser has it: it is kept here no longer. */
export const DELETE = (_request: Request, { params }: Where) =>
  answer(async () => (await serverRuntime()).inbox.forget((await params).name));
