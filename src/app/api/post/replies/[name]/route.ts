import { answer } from "@/post/edge/problem";
import { house } from "@/post/house";

interface Where {
  params: Promise<{ name: string }>;
}

/** An answer to a letter as it came by mail. */
export const GET = (_request: Request, { params }: Where) =>
  answer(async () => {
    const bytes = await (await house()).inbox.read((await params).name);
    return new Response(Buffer.from(bytes), { headers: { "content-type": "message/rfc822" } });
  });

/** The browser has it: it is kept here no longer. */
export const DELETE = (_request: Request, { params }: Where) =>
  answer(async () => (await house()).inbox.forget((await params).name));
