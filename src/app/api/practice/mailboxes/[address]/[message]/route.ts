import { answer } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** One message as it came by mail. */
export const GET = (_request: Request, { params }: { params: Promise<{ address: string; message: string }> }) =>
  answer(async () => {
    const { address, message } = await params;
    const { mailboxes } = await serverRuntime();
    const bytes = await mailboxes.read(decodeURIComponent(address), message);
    return new Response(Buffer.from(bytes), { headers: { "content-type": "message/rfc822" } });
  });
