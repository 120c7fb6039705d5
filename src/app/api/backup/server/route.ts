import { serverPartSchema } from "@/core/backup/serverPart";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

const MAX_PART_BYTES = 200_000_000;

/** What the server holds for the teacher, for an encrypted backup alone. */
export const GET = () => answer(async () => (await house()).everything());

/** Adds what another computer's server held, out of a backup. */
export const PUT = (request: Request) =>
  answer(async () => {
    await (await house()).takeIn(await readBody(request, serverPartSchema, MAX_PART_BYTES));
  });
