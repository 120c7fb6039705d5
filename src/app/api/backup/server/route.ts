import * as z from "zod";
import { serverPartSchema } from "@/core/backup/serverPart";
import { answer, readBody } from "@/post/edge/problem";
import { serverPartPage, takeInServerPart } from "@/post/serverPart";
import { serverRuntime } from "@/post/serverRuntime";

const querySchema = z.object({ after: z.coerce.number().int().min(0).optional() });

/** What the server holds for the teacher, for an encrypted backup alone: its first page, or the one after a letter. */
export const GET = (request: Request) =>
  answer(async () => {
    const { after } = querySchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    return serverPartPage(await serverRuntime(), after);
  });

/** Adds what another computer's server held, out of a backup; a large one comes in several parts. */
export const PUT = (request: Request) =>
  answer(async () => {
    await takeInServerPart(await serverRuntime(), await readBody(request, serverPartSchema));
  });
