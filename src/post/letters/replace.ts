import { mayWithdraw } from "@/core/delivery/letterState";
import type { Outdated, Replace } from "@/core/delivery/postRequests";
import { Problem } from "../edge/problem";
import { findLetters, forgetTexts, inParts, moveLetters, scheduleRound } from "../store/letters";
import type { Room } from "../store/room";
import { changeRound, isWaiting, type RoundRow, roundOf } from "../store/rounds";
import type { LetterRow } from "../store/tables";
import { refuseOthers, schedule } from "./takeOver";

/** None of these rounds leaves until it is rebuilt. Errors: another browser scheduled one of them. */
export function outdate(room: Room, { laidBy, rounds }: Outdated, now: number): Promise<void> {
  return room.transaction(async (inside) => {
    for (const { roundId, change } of rounds) {
      const round = await roundOf(inside, roundId);
      await refuseOthers(inside, laidBy, round);
      // Of two that say the same one may come after the round was rebuilt: it says nothing any more.
      if (change <= Math.max(round.outdatedBy, round.rebuiltAfter)) continue;
      await setOutdated(inside, round, change, now);
    }
  });
}

/**
 * Puts staged letters in the place of others, all in one transaction: an old one is withdrawn, and a new one comes only where
 * its old one could still be withdrawn, or went for it before. Asking again changes nothing. Gives those that could not be
 * replaced, and what did not come for that.
 */
export function replace(room: Room, request: Replace, now: number): Promise<{ kept: string[]; notTaken: string[] }> {
  const { laidBy, roundId, change, old, added } = request;
  return room.transaction(async (inside) => {
    const round = await roundOf(inside, roundId);
    await refuseOthers(inside, laidBy, round);
    const ids = [...old.flatMap(({ id, by }) => (by === undefined ? [id] : [id, by])), ...added];
    const letters = await findLetters(inside, ids);
    const { gone, come, kept, notTaken } = movesFor(request, letters);
    const fresh = come.flatMap((id) => {
      const letter = letters.get(id);
      if (!letter)
        throw new Problem("not there", "Letters that are to take the place of others are not here any more.");
      return letter.state === "staged" ? [letter] : [];
    });
    const replaced = [...gone.keys()].flatMap((id) => letters.get(id) ?? []);
    await moveLetters(inside, replaced, "withdrawn", now, { serverAnswer: REPLACED }, gone);
    await scheduleStaged(inside, fresh, round, now);
    await removeStaged(
      inside,
      notTaken.flatMap((id) => letters.get(id) ?? []),
    );
    await rebuilt(inside, await roundOf(inside, roundId), change, now);
    return { kept, notTaken };
  });
}

interface Moves {
  /** The letters that go, by id, with what comes in their place. */
  readonly gone: Map<string, string>;
  readonly come: string[];
  readonly kept: string[];
  readonly notTaken: string[];
}

function movesFor({ old, added }: Replace, letters: ReadonlyMap<string, LetterRow>): Moves {
  const moves: Moves = { gone: new Map(), come: [...added], kept: [], notTaken: [] };
  for (const { id, by } of old) {
    const letter = letters.get(id);
    const wentForIt = letter?.state === "withdrawn" && letter.replacedBy === (by ?? "");
    const isStill = letter !== undefined && letter.state !== "staged" && mayWithdraw(letter.state);
    if (isStill && letter.mayHaveIt === 0) moves.gone.set(id, by ?? "");
    else if (letter && !wentForIt) {
      moves.kept.push(id);
      if (by !== undefined) moves.notTaken.push(by);
      continue;
    }
    if (by !== undefined) moves.come.push(by);
  }
  return moves;
}

async function scheduleStaged(room: Room, letters: readonly LetterRow[], round: RoundRow, now: number): Promise<void> {
  const times = new Map<number, LetterRow[]>();
  const leavesAt = new Map<number, number>();
  for (const some of inParts(letters)) {
    const keys = some.map(({ key }) => key);
    const rows = await room.db
      .selectFrom("pending")
      .select(["letter", "leavesAt"])
      .where("letter", "in", keys)
      .execute();
    for (const row of rows) leavesAt.set(row.letter, row.leavesAt);
  }
  for (const letter of letters) {
    const at = leavesAt.get(letter.key) ?? 0;
    times.set(at, [...(times.get(at) ?? []), letter]);
  }
  for (const [at, some] of times) await schedule(room, some, round, at, now);
}

/** Letters that take nobody's place are not here any more. */
export async function removeStaged(room: Room, letters: readonly LetterRow[]): Promise<void> {
  const keys = letters.flatMap(({ key, state }) => (state === "staged" ? [key] : []));
  await forgetTexts(room, keys);
  for (const some of inParts(keys)) await room.db.deleteFrom("letters").where("key", "in", some).execute();
}

/** A round was rebuilt after a change; where there was a later one it still waits. */
async function rebuilt(room: Room, round: RoundRow, change: number, now: number): Promise<void> {
  await changeRound(room, round.key, { rebuiltAfter: Math.max(change, round.rebuiltAfter) });
  if (round.outdatedBy > 0 && change >= round.outdatedBy) await setOutdated(room, round, 0, now);
}

async function setOutdated(room: Room, round: RoundRow, outdatedBy: number, at: number): Promise<void> {
  const { id: roundId, key } = round;
  await room.addEvent({ at, kind: "outdated", subject: roundId, body: { roundId, outdated: outdatedBy } }, true);
  await changeRound(room, key, { outdatedBy });
  await scheduleRound(room, key, isWaiting({ ...round, outdatedBy }));
}

const REPLACED = "It was rebuilt, since something changed before it left.";
