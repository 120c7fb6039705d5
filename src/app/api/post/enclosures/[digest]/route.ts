import { fileDigestSchema, MAX_ENCLOSED_BYTES } from "@/core/model/enclosure";
import { house } from "@/post/house";
import { answer, readBytes } from "@/post/problem";

/** Keeps a file that goes along with letters, before they are handed over; what is here already changes nothing. */
export const PUT = (request: Request, { params }: { params: Promise<{ digest: string }> }) =>
  answer(async () => {
    const digest = fileDigestSchema.parse((await params).digest);
    await (await house()).postRoom.enclosures.put(digest, await readBytes(request, MAX_ENCLOSED_BYTES));
  });
