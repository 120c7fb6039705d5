import * as z from "zod";
import { answer } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

const MAX_WAIT_MS = 25_000;
const place = z.coerce.number().int().min(0);
const querySchema = z.object({
  logId: z.string(),
  after: place,
  waitMs: place.max(MAX_WAIT_MS),
  /** Of a browser that knows the families' journal of before there was one log. */
  formerLogId: z.string().optional(),
  formerAfter: place.optional(),
});

/** What happened after a number of the log, waiting a while for something. A browser that knows another log gets this one from its beginning. */
export const GET = (request: Request) =>
  answer(async () => {
    const query = querySchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    const { logId, after, formerLogId, formerAfter = 0, waitMs } = query;
    const { postRoom, room, familiesAt, pointProxyTo, clockAheadMs } = await serverRuntime();
    const own = (await room.row()).logId;
    await room.waitBeyond(logId === own ? after : 0, waitMs);
    const former = formerLogId === undefined ? undefined : { logId: formerLogId, after: formerAfter };
    const status = {
      ...{ ...(await postRoom.status()), clockAheadMs: clockAheadMs(), pointProxyTo: pointProxyTo() },
      ...(familiesAt && { familiesAt }),
    };
    return { ...(await postRoom.eventsAfter({ logId, after, former })), status };
  });
