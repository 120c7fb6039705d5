import { ready } from "../store/ready";
import type { Room } from "../store/room";
import type { RoundRow } from "../store/rounds";
import type { LetterRow, PendingRow, Post } from "../store/tables";

/** What a letter may do whose turn it is. */
export type Verdict =
  | {
      readonly kind: "leave" /** The places of those of its addresses at which no letters are wanted. */;
      readonly without: ReadonlySet<number>;
    }
  | { readonly kind: "withdraw"; readonly why: string; readonly gather?: true }
  | { readonly kind: "hold"; readonly until: number; readonly why: string };

/** After so long letters that wait for the teacher are looked at again, whatever was heard. */
const ON_HOLD_MS = 6 * 3_600_000;

/**
 * Whether a letter may leave at a moment (ms since the epoch): the one place that says so. Asked in the transaction that
 * claims the letter, so that nothing comes between the answer and the letter's leaving. Pauses, outdated rounds and limits
 * are asked before a letter's turn comes (`claimNext`).
 */
export async function mayLeave(
  room: Room,
  letter: LetterRow,
  pending: PendingRow,
  round: Pick<RoundRow, "wasPaused">,
  now: number,
): Promise<Verdict> {
  if (await hasOptedOut(room, pending)) return { kind: "withdraw", why: OPTED_OUT };
  const { closed, all, isOnHold } = await placesOf(room, letter.key, letter.post);
  if (closed.size > 0 && closed.size === all) return { kind: "withdraw", why: OPTED_OUT };
  if (isOutOfDate(letter, pending, round, now)) return { kind: "withdraw", why: OUT_OF_DATE };
  if (await wantsDigest(room, pending)) return { kind: "withdraw", why: GATHERED, gather: true };
  if (isOnHold) return { kind: "hold", until: now + ON_HOLD_MS, why: ON_HOLD };
  return { kind: "leave", without: closed };
}

/** Whether its reader said after it was made that no more letters are wanted. */
async function hasOptedOut(room: Room, { guardianId, readSeq }: PendingRow): Promise<boolean> {
  const word = guardianId === null ? undefined : await lastWish(room, guardianId, "confirmation");
  return word !== undefined && word.isLifted === 0 && word.seq > readSeq && isNo(JSON.parse(word.word));
}

/** Whether its reader said after it was made that letters like it are wanted in a digest. */
async function wantsDigest(room: Room, { guardianId, gatheredFor, readSeq }: PendingRow): Promise<boolean> {
  if (guardianId === null || gatheredFor === null) return false;
  const word = await lastWish(room, guardianId, "frequency");
  return (
    word !== undefined && word.seq > readSeq && (JSON.parse(gatheredFor) as unknown[]).includes(JSON.parse(word.word))
  );
}

/** The last word of a guardian on a matter. */
async function lastWish({ db, id }: Room, guardianId: string, matter: "confirmation" | "frequency") {
  return db
    .selectFrom("wishes")
    .selectAll()
    .where("room", "=", id)
    .where("guardianId", "=", guardianId)
    .where("matter", "=", matter)
    .executeTakeFirst();
}

/** Whether a word of a guardian says that no letters are wanted. */
export function isNo(confirmation: unknown): boolean {
  return confirmation === "declined" || confirmation === "stopped";
}

/** At which of a letter's addresses no letters are wanted, how many it has, and whether letters to one of them wait. */
async function placesOf({ db, id: room }: Room, letter: number, post: Post) {
  const places = await recipientsOf(db, { room, letter, post });
  return {
    closed: new Set(places.flatMap(({ place, closedBy }) => (closedBy === null ? [] : [place]))),
    all: new Set(places.map(({ place }) => place)).size,
    isOnHold: places.some(({ heldBy }) => heldBy !== null),
  };
}

const recipientsOf = ready((db, { room, letter, post }: { room: number; letter: number; post: Post }) =>
  db
    .selectFrom("recipients")
    .leftJoin("optOuts", (join) =>
      join.onRef("optOuts.code", "=", "recipients.code").on("optOuts.room", "=", room).on("optOuts.post", "=", post),
    )
    .leftJoin("cardHolds", (join) =>
      join.onRef("cardHolds.code", "=", "recipients.code").on("cardHolds.room", "=", room),
    )
    .select(["recipients.place", "optOuts.code as closedBy", "cardHolds.code as heldBy"])
    .where("recipients.letter", "=", letter),
);

/** Whether a letter comes too late to leave by itself: what it says is of long ago, or its hour is over. */
function isOutOfDate(letter: LetterRow, pending: PendingRow, round: Pick<RoundRow, "wasPaused">, now: number): boolean {
  const { startBy, notAfter } = pending;
  if (notAfter !== null && now > notAfter) return true;
  // What a day's limit, a pause or a mail server held up after its first turn goes on.
  const hadTurn = letter.tries > 0 || pending.hadTurn === 1 || round.wasPaused === 1;
  return startBy !== null && now > startBy && !hadTurn;
}

export const OPTED_OUT = "No more letters are wanted: that was said after it was handed over.";
const OUT_OF_DATE = "It was not sent on time, so it did not leave: what it says may not be true any more.";
const GATHERED = "Its reader now wants one letter for all: it waits for the next digest.";
const ON_HOLD =
  "An answer to a contact card asks for no letters to this address. It waits until you have looked at that answer, under Families.";
