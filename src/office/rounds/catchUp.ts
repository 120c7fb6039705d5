import * as z from "zod";
import { divided, eventsAnswerSchema, type PostStatus } from "@/core/delivery/postEvent";
import { announcedReplies, keepReply } from "@/store/keepReply";
import { forgetFormerPlace, logPlace } from "@/store/logPlace";
import { takeInEvents } from "@/store/takeInEvents";
import { ask, reach } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";
import type { HandingOver } from "./handingOver";
import { sendOutbox } from "./outbox";

const NOT_THERE = 404;
const replyWordsSchema = z.object({
  from: z.object({ name: z.string(), address: z.string() }),
  subject: z.string(),
  text: z.string(),
  isUnreadable: z.boolean(),
});
const NO_WORDS: z.infer<typeof replyWordsSchema> = {
  from: { name: "", address: "" },
  ...{ subject: "", text: "", isUnreadable: true },
};
const UNREADABLE = "The words of this answer could not be read. Look for it in your mail program.";
const REPLIES_LOCK = "vine-note-replies";

/**
 * Reads on in the server's log, waiting up to `waitMs` for something new: the record is brought up to date, what families
 * said holds at once. Gives what the post room is connected to.
 */
export async function catchUp(
  office: HandingOver & Pick<OfficeCore, "takeInFamilyEvents">,
  waitMs: number,
  signal: AbortSignal,
): Promise<PostStatus> {
  const { around, database } = office;
  const place = await logPlace(database);
  const query = new URLSearchParams({
    ...{ logId: place.logId, after: String(place.seq), waitMs: String(waitMs) },
    ...(place.former && { formerLogId: place.former.logId, formerAfter: String(place.former.seq) }),
  });
  const answer = eventsAnswerSchema.parse(await ask(around, `/api/post/events?${query}`, { signal }));
  const { logId, upTo, status } = answer;
  // One that can't be read keeps none of the others back.
  const events = answer.events.flatMap((event) => event ?? []);
  if (events.length < answer.events.length) console.error(new Error("The server said something that can’t be read."));
  const { ofLetters, ofFamilies } = divided(events);
  const isNews = answer.events.length > 0;
  if (isNews) await takeInEvents(database, logId, ofLetters, ofFamilies.length > 0 ? undefined : upTo);
  if (ofFamilies.length > 0) await office.takeInFamilyEvents(logId, ofFamilies, upTo);
  if (!isNews && place.former) await forgetFormerPlace(database);
  await around.locks.request(REPLIES_LOCK, () => takeReplies(office));
  await sendOutbox(office, "reply", "answer");
  return status;
}

/** Takes the words of every reply that the post room announced; it lets them go once they are on this disk. */
async function takeReplies({ around, database }: HandingOver): Promise<void> {
  for (const reply of await announcedReplies(database)) {
    const url = `/api/post/replies/${reply.id}`;
    const response = await reach(around, url);
    // Only words that are gone for good are given up; while the post room is in trouble with one it waits there, and the others come.
    if (!response.ok && response.status !== NOT_THERE) continue;
    const read = response.ok ? replyWordsSchema.safeParse(await response.json().catch(() => undefined)) : undefined;
    const words = read?.data ?? NO_WORDS;
    const { from, subject, text, isUnreadable } = words;
    await keepReply(database, reply, { from, subject, text: isUnreadable || !text ? UNREADABLE : text });
  }
}
