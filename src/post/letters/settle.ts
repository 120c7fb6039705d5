import { type LetterState, mayMove } from "@/core/delivery/letterState";
import { nextTry } from "@/core/delivery/nextTry";
import type { HandedLetter } from "@/core/delivery/postRequests";
import { type Move, moveLetters } from "../store/letters";
import { withdrawLetters } from "../store/optOuts";
import { ready } from "../store/ready";
import { noteRecipients } from "../store/recipients";
import { type Room, secretsOf } from "../store/room";
import { isWaiting } from "../store/rounds";
import type { LetterRow, PendingRow, Post } from "../store/tables";
import { afterMany } from "./afterMany";
import type { Outcome } from "./outcomeOf";

interface Leaving {
  readonly room: Room;
  readonly row: LetterRow;
  readonly pending: Pick<PendingRow, "taken" | "refused" | "calledBack" | "bounced">;
  /** Whether letters of its round wait for a word. */
  readonly roundWaits: boolean;
  readonly now: number;
}

/** What became of a letter that was leaving, as it was sent. What it says is on disk when this resolves. Errors: the disk takes nothing. */
export function settle(
  room: Room,
  letterId: string,
  sent: HandedLetter,
  outcome: Outcome,
  { post, now }: { readonly post: Post; readonly now: number },
): Promise<void> {
  return room.transaction(async (inside) => {
    const [found] = await leavingLetter(inside.db, { room: inside.id, letterId });
    if (!found) return;
    const { taken, refused, calledBack, bounced, isPaused, outdatedBy, ...row } = found;
    const roundWaits = isWaiting({ isPaused, outdatedBy });
    const leaving = { room: inside, row, pending: { taken, refused, calledBack, bounced }, roundWaits, now };
    const { kind, serverAnswer } = outcome;
    // It was not tried after all.
    if (kind === "trouble") return waitAgain(leaving, "handed", { serverAnswer, tries: row.tries - 1, dueAt: 0 });
    if (kind === "unknown" && post === "relay") return finish(leaving, "uncertain", serverAnswer);
    if (sent.together) return settleMany(leaving, sent, outcome);
    if (kind === "accepted" || kind === "refused") return finish(leaving, kind, serverAnswer);
    return tryLater(leaving, serverAnswer, "refused", kind === "unknown");
  });
}

/** A letter that is leaving, with what is known of its tries and its round; never its text, which is long. */
const leavingLetter = ready((db, { room, letterId }: { room: number; letterId: string }) =>
  db
    .selectFrom("letters")
    .innerJoin("pending", "pending.letter", "letters.key")
    .innerJoin("rounds", "rounds.key", "letters.round")
    .selectAll("letters")
    .select(["pending.taken", "pending.refused", "pending.calledBack", "pending.bounced"])
    .select(["rounds.isPaused", "rounds.outdatedBy"])
    .where("letters.room", "=", room)
    .where("letters.id", "=", letterId)
    .where("letters.state", "=", "leaving"),
);

/** A letter to many: who took it has it; it is tried again for those alone who asked for that. */
async function settleMany(leaving: Leaving, sent: HandedLetter, outcome: Outcome): Promise<void> {
  const { room, row, pending } = leaving;
  const before = { letter: sent, taken: pending.taken, refused: JSON.parse(pending.refused) as string[] };
  const { left, words, fate, isNarrower } = afterMany(before, outcome);
  if (left.letter.together?.length === 0) return finish(leaving, fate, words);
  if (isNarrower) {
    const { taken, refused, letter } = left;
    const change = { body: JSON.stringify(letter), taken, refused: JSON.stringify(refused) };
    await room.db.updateTable("pending").set(change).where("letter", "=", row.key).execute();
    await room.db.deleteFrom("recipients").where("letter", "=", row.key).execute();
    await noteRecipients(room, [{ key: row.key, letter }], await secretsOf(room));
  }
  await tryLater(leaving, `${words}; ${outcome.serverAnswer}`, fate);
}

/** Waits for the next try, or, when there is none any more, gives a letter its fate. */
async function tryLater(
  leaving: Leaving,
  serverAnswer: string,
  fate: "accepted" | "refused",
  isUnknown = false,
): Promise<void> {
  const { row, now } = leaving;
  const nextAt = nextTry(row.tries, row.firstTriedAt ?? now, now);
  const mayHaveIt = isUnknown || row.mayHaveIt === 1;
  if (nextAt === undefined) return finish(leaving, mayHaveIt ? "uncertain" : fate, serverAnswer);
  await waitAgain(leaving, "deferred", { serverAnswer, nextAt, dueAt: nextAt, mayHaveIt: mayHaveIt ? 1 : 0 });
}

/** A letter that was not taken waits again, unless it was called back meanwhile. */
async function waitAgain(
  { room, row, pending, roundWaits, now }: Leaving,
  state: "handed" | "deferred",
  move: Move,
): Promise<void> {
  const waiting = await moveLetters(room, [row], state, now, { ...move, ...(roundWaits && { dueAt: null }) });
  if (pending.calledBack !== null) await withdrawLetters(room, waiting, now, pending.calledBack || null);
}

async function finish({ room, row, pending, now }: Leaving, state: LetterState, serverAnswer: string): Promise<void> {
  const settled = await moveLetters(room, [row], state, now, { serverAnswer });
  if (pending.bounced !== null && mayMove(state, "returned"))
    await moveLetters(room, settled, "returned", now, { serverAnswer: pending.bounced });
}
