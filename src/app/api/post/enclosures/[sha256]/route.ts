import { MAX_ENCLOSED_BYTES, sha256Schema } from "@/core/model/enclosure";
import { answer, readBytes } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Keeps a file that goes along with letters, before they are handed over; what is here already changes nothing. */
export const PUT = (request: Request, { params }: { params: Promise<{ sha256: string }> }) =>
  answer(async () => {
    const sha256 = sha256Schema.parse((await params).sha256);
    await (await serverRuntime()).postRoom.keepAttachment(sha256, await readBytes(request, MAX_ENCLOSED_BYTES));
  });
