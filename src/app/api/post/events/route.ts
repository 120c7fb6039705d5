import * as z from "zod";
import { house } from "@/post/house";
import { answer } from "@/post/problem";

const MAX_WAIT_MS = 25_000;

const querySchema = z.object({
  journalId: z.string(),
  after: z.coerce.number().int().min(0),
  waitMs: z.coerce.number().int().min(0).max(MAX_WAIT_MS),
});

/** The events after a number, waiting a while for one. A browser that knows another journal gets this one from its beginning. */
export const GET = (request: Request) =>
  answer(async () => {
    const query = querySchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    const { postRoom } = await house();
    const sameJournal = query.journalId === postRoom.journalId;
    const events = await postRoom.eventsAfter(sameJournal ? query.after : 0, sameJournal ? query.waitMs : 0);
    return { journalId: postRoom.journalId, events };
  });
