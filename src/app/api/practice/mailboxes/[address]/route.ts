import { answer } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** The messages of one mailbox; with `?as=mbox` the mailbox itself, as a file that mail programs read (RFC 4155). */
export const GET = (request: Request, { params }: { params: Promise<{ address: string }> }) =>
  answer(async () => {
    const address = decodeURIComponent((await params).address);
    const { mailboxes } = await serverRuntime();
    const messages = await mailboxes.messages(address);
    if (new URL(request.url).searchParams.get("as") !== "mbox") return messages;
    const name = address.replace(/[^A-Za-z0-9.@_-]/g, "_").slice(0, 100);
    const headers = {
      "content-type": "application/mbox",
      "content-disposition": `attachment; filename="${name}.mbox"`,
    };
    return new Response(streamOf(mailboxes.mbox(address)), { headers });
  });

function streamOf(pieces: AsyncGenerator<Buffer>): ReadableStream<Uint8Array> {
  return new ReadableStream({
    pull: async (controller) => {
      const { value, done } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(value);
    },
  });
}
