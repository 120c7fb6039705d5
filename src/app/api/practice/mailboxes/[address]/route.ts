import { house } from "@/post/house";
import { answer } from "@/post/problem";

/** The messages of one mailbox. */
export const GET = (_request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(async () => (await house()).maildir.messages(decodeURIComponent((await params).address)));
