import { LONGEST_WAIT_MS } from "@/core/delivery/nextTry";
import type { HandedLetter } from "@/core/delivery/postRequests";
import { nextDayOfSending } from "@/core/delivery/sendingPlan";
import { mayLeave } from "../families/mayLeave";
import { acceptedOnDay, moveLetters } from "../store/letters";
import { withdrawLetters } from "../store/optOuts";
import { ready } from "../store/ready";
import { addressesOf } from "../store/recipients";
import type { Room } from "../store/room";
import type { RoundRow } from "../store/rounds";
import type { LetterRow, PendingRow } from "../store/tables";

/** What a mail server lets through: so many letters a day and a minute. None is as many as there are. */
export interface Limits {
  readonly dailyLimit?: number | undefined;
  readonly perMinute?: number | undefined;
}

/** A letter that leaves now; or until when nothing does, in ms since the epoch, where nothing else happens before. */
export type Claim =
  | { readonly kind: "letter"; readonly row: LetterRow; readonly letter: HandedLetter }
  | { readonly kind: "nothing"; readonly until: number };

const MINUTE_MS = 60_000;
/** So many letters are looked at in one transaction, so that none keeps others waiting for long. */
const MOST_AT_ONCE = 100;

/**
 * Claims the letter whose turn it is: it is `leaving` from then on, on disk. Whether it may leave is asked in the same
 * transaction; what may not is withdrawn or held there. `now` in ms since the epoch.
 */
export function claimNext(room: Room, limits: Limits, now: number): Promise<Claim> {
  return room.transaction(async (inside) => {
    if ((await inside.row()).isPaused === 1) return nothingBefore(Number.POSITIVE_INFINITY);
    for (let turn = 0; turn < MOST_AT_ONCE; turn += 1) {
      const due = await nextDue(inside, now);
      if (!due) return nothingBefore(await dueNext(inside));
      const opensAt = await limitedUntil(inside, limits, now);
      if (opensAt > now) return nothingBefore(opensAt);
      const claim = await claimOne(inside, due, now);
      if (!claim) continue;
      if (limits.perMinute !== undefined)
        await inside.db.insertInto("starts").values({ room: inside.id, at: now }).execute();
      return claim;
    }
    return nothingBefore(now);
  });
}

/** A letter whose turn it is, and whether its round waited for the teacher at some time. */
type DueLetter = LetterRow & Pick<RoundRow, "wasPaused">;

const nothingBefore = (until: number): Claim => ({ kind: "nothing", until });

/** The letter whose turn it is, as one that leaves; none where it may not. */
async function claimOne(room: Room, { wasPaused, ...row }: DueLetter, now: number): Promise<Claim | undefined> {
  const [pending] = await pendingOf(room.db, { key: row.key });
  if (!pending) {
    const leaving = await moveLetters(room, [row], "leaving", now);
    await moveLetters(room, leaving, "refused", now, { serverAnswer: NO_TEXT });
    return undefined;
  }
  const verdict = await mayLeave(room, row, pending, { wasPaused }, now);
  if (verdict.kind === "withdraw") {
    await withdrawLetters(room, [row], now, verdict.why, verdict.gather ? { gather: 1 } : {});
    return undefined;
  }
  if (verdict.kind === "hold") {
    const { until, why } = verdict;
    await moveLetters(room, [row], "held", now, { nextAt: until, dueAt: until, serverAnswer: why });
    await room.db.updateTable("pending").set({ isOnHold: 1 }).where("letter", "=", row.key).execute();
    return undefined;
  }
  const tries = row.tries + 1;
  const firstTriedAt = row.tries === 0 ? now : row.firstTriedAt;
  const [leaving = row] = await moveLetters(room, [row], "leaving", now, { tries, firstTriedAt });
  return { kind: "letter", row: leaving, letter: letterWithout(pending, verdict.without) };
}

const pendingOf = ready((db, { key }: Pick<LetterRow, "key">) =>
  db.selectFrom("pending").selectAll().where("letter", "=", key),
);

/** A letter to those of its readers alone who want it. */
function letterWithout({ body }: PendingRow, closed: ReadonlySet<number>): HandedLetter {
  const letter = JSON.parse(body) as HandedLetter;
  if (closed.size === 0 || letter.together === undefined) return letter;
  return { ...letter, together: addressesOf(letter).filter((_, place) => !closed.has(place)) };
}

/** The first letter that is due. A wait that is longer than any is one that the clock made longer: it was set back. */
async function nextDue({ db, id: room }: Room, now: number): Promise<DueLetter | undefined> {
  const [first] = await dueBy(db, { room, now });
  if (first) return first;
  const [late] = await dueTooLate(db, { room, after: now + LONGEST_WAIT_MS });
  return late;
}

function firstToCome(db: Room["db"], room: number) {
  return db
    .selectFrom("letters")
    .innerJoin("rounds", "rounds.key", "letters.round")
    .selectAll("letters")
    .select("rounds.wasPaused")
    .where("letters.room", "=", room)
    .orderBy("dueAt")
    .orderBy("letters.key")
    .limit(1);
}

const dueBy = ready((db, { room, now }: { room: number; now: number }) =>
  firstToCome(db, room).where("dueAt", "<=", now),
);
const dueTooLate = ready((db, { room, after }: { room: number; after: number }) =>
  firstToCome(db, room).where("dueAt", ">", after).where("state", "=", "deferred"),
);

/** When the next letter is due. */
async function dueNext({ db, id }: Room): Promise<number> {
  const next = await db
    .selectFrom("letters")
    .select("dueAt")
    .where("room", "=", id)
    .where("dueAt", "is not", null)
    .orderBy("dueAt")
    .limit(1)
    .executeTakeFirst();
  return next?.dueAt ?? Number.POSITIVE_INFINITY;
}

/**
 * Until when letters wait because of the limits; `now` where they need not. Letters that are leaving may still be refused and
 * leave room: the rest is held until the next day once it is certain that there is none.
 */
async function limitedUntil(room: Room, { dailyLimit, perMinute }: Limits, now: number): Promise<number> {
  if (dailyLimit !== undefined) {
    const underWay = await leavingNow(room);
    const accepted = await acceptedOnDay(room, now);
    if (accepted + underWay >= dailyLimit) {
      if (underWay > 0) return Number.POSITIVE_INFINITY;
      const until = nextDayOfSending(now);
      await holdDue(room, until, now);
      return until;
    }
  }
  return perMinute === undefined ? now : minuteOpensAt(room, perMinute, now);
}

async function leavingNow({ db, id }: Room): Promise<number> {
  const { count } = await db
    .selectFrom("letters")
    .select(({ fn }) => fn.countAll<number>().as("count"))
    .where("room", "=", id)
    .where("state", "=", "leaving")
    .executeTakeFirstOrThrow();
  return Number(count);
}

/** Holds all that is due until a moment, because the day has had its fill. */
async function holdDue(room: Room, until: number, now: number): Promise<void> {
  const { db, id } = room;
  const due = await db
    .selectFrom("letters")
    .selectAll()
    .where("room", "=", id)
    .where("dueAt", "<=", now)
    .orderBy("dueAt")
    .orderBy("key")
    .execute();
  await moveLetters(room, due, "held", now, { nextAt: until, dueAt: until });
  const held = db.selectFrom("letters").select("key").where("room", "=", id).where("dueAt", "=", until);
  await db.updateTable("pending").set({ hadTurn: 1 }).where("letter", "in", held).execute();
}

/** Until when the next letter waits because the last minute has had its fill. */
async function minuteOpensAt({ db, id }: Room, perMinute: number, now: number): Promise<number> {
  // One far ahead is from before the clock was set back.
  await db
    .deleteFrom("starts")
    .where("room", "=", id)
    .where(({ eb, or }) => or([eb("at", "<=", now - MINUTE_MS), eb("at", ">=", now + MINUTE_MS)]))
    .execute();
  const starts = await db.selectFrom("starts").select("at").where("room", "=", id).orderBy("key").execute();
  const oldest = starts.at(-perMinute);
  return oldest === undefined ? now : oldest.at + MINUTE_MS;
}

const NO_TEXT = "Its text is not there any more, so it did not leave.";
