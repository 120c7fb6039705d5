import PostalMime from "postal-mime";
import { eventsAnswerSchema, type PostStatus } from "@/core/delivery/postEvent";
import { MAX_ANSWERS_TOLD } from "@/core/families/familyEvent";
import { announcedReplies, keepReply, replyWasTold, untoldReplies } from "@/store/keepReply";
import { journalPlace, takeInEvents } from "@/store/takeInEvents";
import {
  answersWereTold,
  familyJournalPlace,
  settlementsWereTold,
  untoldAnswers,
  untoldSettlements,
} from "@/store/takeInFamilyEvents";
import { ask, reach } from "./ask";
import type { HandingOver } from "./handOver";
import type { Office } from "./office";

const NOT_THERE = 404;
const REPLIES_LOCK = "vine-note-replies";

/**
 * Reads on in both journals, waiting up to `waitMs` for something new: the record is brought up to date with the
 * post room's, what families said holds at once. Gives what the post room is connected to.
 */
export async function catchUp(
  office: HandingOver & Pick<Office, "takeInFamilyEvents">,
  waitMs: number,
  signal: AbortSignal,
): Promise<PostStatus> {
  const { around, database } = office;
  const [letters, families] = await Promise.all([journalPlace(database), familyJournalPlace(database)]);
  const query = new URLSearchParams({
    journalId: letters.journalId,
    after: String(letters.seq),
    familyJournalId: families.journalId,
    familyAfter: String(families.seq),
    waitMs: String(waitMs),
  });
  const answer = eventsAnswerSchema.parse(await ask(around, `/api/post/events?${query}`, { signal }));
  if (answer.events.length > 0) await takeInEvents(database, answer.journalId, answer.events);
  await around.locks.request(REPLIES_LOCK, () => takeReplies(office));
  const { journalId, events } = answer.families;
  if (events.length > 0) await office.takeInFamilyEvents(journalId, events);
  await tellOfAnswers(office);
  return answer.status;
}

/** The server lets go of answers once they are on this disk; what could not be told now is told the next time. */
async function tellOfAnswers({ around, database }: HandingOver): Promise<void> {
  const seqs = await untoldAnswers(database);
  for (let from = 0; from < seqs.length; from += MAX_ANSWERS_TOLD) {
    const some = seqs.slice(from, from + MAX_ANSWERS_TOLD);
    const { journalId } = await familyJournalPlace(database);
    await ask(around, "/api/family/answers/taken", { method: "POST", body: JSON.stringify({ journalId, seqs: some }) });
    await answersWereTold(database, some);
  }
}

/** Letters wait for answers that ask for none: what the teacher said of these goes to the server before it hears that she did. */
export async function tellOfSettledAnswers({
  around,
  database,
}: Pick<HandingOver, "around" | "database">): Promise<void> {
  const ids = (await untoldSettlements(database)).slice(0, MAX_ANSWERS_TOLD);
  if (ids.length === 0) return;
  await ask(around, "/api/family/answers/settled", { method: "POST", body: JSON.stringify({ answerIds: ids }) });
  await settlementsWereTold(database, ids);
}

/** Takes the words of every reply that the post room announced; it lets them go once they are on this disk. */
async function takeReplies({ around, database }: HandingOver): Promise<void> {
  for (const reply of await announcedReplies(database)) {
    const url = `/api/post/replies/${reply.id}`;
    const response = await reach(around, url);
    // Only words that are gone for good are given up; while the post room is in trouble they wait there.
    if (!response.ok && response.status !== NOT_THERE) throw new Error("The words of a reply could not be fetched.");
    const { from, subject = "", text = "" } = response.ok ? await PostalMime.parse(await response.arrayBuffer()) : {};
    await keepReply(database, reply, {
      from: { name: from?.name ?? "", address: from?.address ?? "" },
      subject,
      text: text.trim() || "The words of this answer could not be read.",
    });
  }
  for (const { id } of await untoldReplies(database)) {
    await ask(around, `/api/post/replies/${id}`, { method: "DELETE" });
    await replyWasTold(database, id);
  }
}
