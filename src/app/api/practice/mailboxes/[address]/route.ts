import { answer } from "@/post/edge/problem";
import { house } from "@/post/house";

/** The messages of one mailbox. */
export const GET = (_request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(async () => (await house()).maildir.messages(decodeURIComponent((await params).address)));
