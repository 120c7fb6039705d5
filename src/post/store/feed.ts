import type { PostEvent } from "@/core/delivery/postEvent";
import type { FamilyEvent } from "@/core/families/familyEvent";
import { eventOf } from "./letters";
import { ready } from "./ready";
import type { Room } from "./room";
import type { EventKind, Tables } from "./tables";

/** What happened in a room, in the order of its numbers, and how far that goes. */
export interface Feed {
  readonly logId: string;
  readonly events: (PostEvent | FamilyEvent)[];
  /** Everything up to this number has been given. */
  readonly upTo: number;
}

const MAX_EVENTS_PER_ANSWER = 5_000;

/** Where a browser stands; of the families' journal of before there was one log it may know more or less. */
export interface Place {
  readonly logId: string;
  readonly after: number;
  readonly former?: { readonly logId: string; readonly after: number } | undefined;
}

/**
 * What happened after a place. Of a letter it is only the newest: its row is its event. A browser that knows another log
 * reads this one from its beginning.
 */
export async function eventsAfter(room: Room, place: Place, most = MAX_EVENTS_PER_ANSWER): Promise<Feed> {
  const { db, id } = room;
  // Read first: what happens from here on is beyond this number, and comes with the next answer.
  const { logId, lastSeq, formerLogId } = await room.row();
  const after = place.logId === logId ? place.after : 0;
  const knowsFormer = place.former !== undefined && place.former.logId === formerLogId && place.logId === logId;
  const letters = await newestOfLetters(db, { room: id, after, lastSeq, most });
  const others = await db
    .selectFrom("events")
    .selectAll()
    .where("room", "=", id)
    .where("seq", ">", after)
    .where("seq", "<=", lastSeq)
    .where(({ eb, or }) =>
      knowsFormer
        ? or([eb("formerSeq", "is", null), eb("formerSeq", ">", place.former?.after ?? 0)])
        : eb("seq", ">", after),
    )
    .orderBy("seq")
    .limit(most)
    .execute();
  const events = [...letters.map(eventOf), ...others.map(otherEvent)].sort((a, b) => a.seq - b.seq).slice(0, most);
  const isAll = letters.length < most && others.length < most && events.length < most;
  return { logId, events, upTo: isAll ? lastSeq : (events.at(-1)?.seq ?? lastSeq) };
}

const newestOfLetters = ready(
  (db, { room, after, lastSeq, most }: { room: number; after: number; lastSeq: number; most: number }) =>
    db
      .selectFrom("letters")
      .innerJoin("rounds", "rounds.key", "letters.round")
      .selectAll("letters")
      .select("rounds.id as roundId")
      .where("letters.room", "=", room)
      .where("letters.seq", ">", after)
      .where("letters.seq", "<=", lastSeq)
      .orderBy("letters.seq")
      .limit(most),
);

type EventRow = { seq: number; at: number; kind: EventKind; body: string };

/** An event that is about no single letter. */
export function otherEvent({ seq, at, kind, body }: EventRow): PostEvent | FamilyEvent {
  const isOfFamilies = kind === "wish" || kind === "card answer" || kind === "view" || kind === "answer taken";
  return { ...(isOfFamilies && { kind }), seq, at, ...JSON.parse(body) } as PostEvent | FamilyEvent;
}

/** The events of some kinds, oldest first. */
export async function eventsOfKind({ db, id }: Room, kinds: readonly Tables["events"]["kind"][]) {
  return db
    .selectFrom("events")
    .selectAll()
    .where("room", "=", id)
    .where("kind", "in", [...kinds])
    .orderBy("seq")
    .execute();
}
