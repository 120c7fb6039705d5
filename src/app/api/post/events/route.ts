import * as z from "zod";
import { answer } from "@/post/edge/problem";
import { house } from "@/post/house";

const MAX_WAIT_MS = 25_000;
const place = z.coerce.number().int().min(0);
const querySchema = z.object({
  journalId: z.string(),
  after: place,
  familyJournalId: z.string(),
  familyAfter: place,
  waitMs: place.max(MAX_WAIT_MS),
});

/**
 * The events of both journals after a number, waiting a while for one. One question for both, since a browser keeps
 * only a few open. A browser that knows another journal gets this one from its beginning.
 */
export const GET = (request: Request) =>
  answer(async () => {
    const query = querySchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    const { postRoom, familyDesk, familiesAt, clockAheadMs } = await house();
    const after = query.journalId === postRoom.journalId ? query.after : 0;
    const familyAfter = query.familyJournalId === familyDesk.journalId ? query.familyAfter : 0;
    await Promise.race([postRoom.waitBeyond(after, query.waitMs), familyDesk.waitBeyond(familyAfter, query.waitMs)]);
    return {
      journalId: postRoom.journalId,
      events: postRoom.eventsAfter(after),
      status: { ...postRoom.status(), clockAheadMs: clockAheadMs(), ...(familiesAt && { familiesAt }) },
      families: { journalId: familyDesk.journalId, events: familyDesk.eventsAfter(familyAfter) },
    };
  });
